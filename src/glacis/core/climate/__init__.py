# SPDX-License-Identifier: GPL-3.0-or-later
"""Monthly climates of sites."""
