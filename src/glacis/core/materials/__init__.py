# SPDX-License-Identifier: GPL-3.0-or-later
"""Typed access to material data: tables with units, bounds and sources."""
