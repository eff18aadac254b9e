# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about the order of layers, what they bear, their protection and the insulation."""

from glacis.core.build_up.rules import (
    bearing,
    data,
    insulation,
    laying,
    order,
    protection,
    run_off,
)

RULES = (
    *order.RULES,
    *bearing.RULES,
    *protection.RULES,
    *insulation.RULES,
    *data.RULES,
    *laying.RULES,
    *run_off.RULES,
)
