# SPDX-License-Identifier: GPL-3.0-or-later
"""What other thicknesses would do: for a target, for the year's loss, at the eaves."""
