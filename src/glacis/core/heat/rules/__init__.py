"""Rules about heat, surfaces and the data behind them."""

from glacis.core.heat.rules import losses

RULES = losses.RULES
