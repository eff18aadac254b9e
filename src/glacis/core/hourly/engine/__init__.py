# SPDX-License-Identifier: GPL-3.0-or-later
"""Compiled: cells, faces, one step, a run of hours."""
