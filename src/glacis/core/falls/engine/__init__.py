# SPDX-License-Identifier: GPL-3.0-or-later
"""Compiled kernels of the falls: sights, views, cells. Imported when a surface is first asked for."""
