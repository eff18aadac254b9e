# SPDX-License-Identifier: GPL-3.0-or-later
"""The edges of the roof: who joins what to what, in which order sheets lap, what touches what."""
