# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about heat, surfaces and the data behind them."""

from glacis.core.heat.rules import losses, voids

RULES = (*losses.RULES, *voids.RULES)
