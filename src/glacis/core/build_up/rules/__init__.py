# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about the order of layers, what they bear, their protection and the insulation."""

from glacis.core.build_up.rules import bearing, insulation, order, protection

RULES = (*order.RULES, *bearing.RULES, *protection.RULES, *insulation.RULES)
