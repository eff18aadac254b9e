# SPDX-License-Identifier: GPL-3.0-or-later
"""Vapour, condensation and mould by the monthly method."""
