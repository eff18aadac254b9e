# SPDX-License-Identifier: GPL-3.0-or-later
"""Sections of edges, drawn from build-ups, walls and a few sizes."""
