# SPDX-License-Identifier: GPL-3.0-or-later
"""Glacis: a desktop bench for the person who designs roofs."""

__version__ = "0.1.0"
