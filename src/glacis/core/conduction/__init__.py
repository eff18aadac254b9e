# SPDX-License-Identifier: GPL-3.0-or-later
"""Steady heat through a section in two dimensions (ISO 10211:2017)."""
