# SPDX-License-Identifier: GPL-3.0-or-later
"""Ink, paper and type."""
