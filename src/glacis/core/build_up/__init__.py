# SPDX-License-Identifier: GPL-3.0-or-later
"""Ways to build a roof: approaches, schools, control layers."""
