# SPDX-License-Identifier: GPL-3.0-or-later
"""Scenes of primitives painted in the window."""
