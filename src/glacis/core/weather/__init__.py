# SPDX-License-Identifier: GPL-3.0-or-later
"""The outside air hour by hour: made, read, told."""
