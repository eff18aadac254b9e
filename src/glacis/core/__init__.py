# SPDX-License-Identifier: GPL-3.0-or-later
"""Pure functions over frozen values: no Qt, no files, no clock, no global state."""
