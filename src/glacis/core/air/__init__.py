# SPDX-License-Identifier: GPL-3.0-or-later
"""Ventilated roofs: bays, free areas, flow and temperature, eaves and ice."""
