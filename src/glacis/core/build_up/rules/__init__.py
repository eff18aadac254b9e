# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about the order of layers, their protection and the insulation."""

from glacis.core.build_up.rules import insulation, order, protection

RULES = (*order.RULES, *protection.RULES, *insulation.RULES)
