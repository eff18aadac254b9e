# SPDX-License-Identifier: GPL-3.0-or-later
"""The roof in space: planes, edges, junctions and the angles of their cuts."""
