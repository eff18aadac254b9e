# SPDX-License-Identifier: GPL-3.0-or-later
"""Falls: the finished surface of a low-slope roof, what it drains to, and what follows from it."""
