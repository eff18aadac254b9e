# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about vapour, retarders and the year of water."""

from glacis.core.moisture.rules import climate, hours, retarders, vapour

RULES = (*vapour.RULES, *retarders.RULES, *climate.RULES, *hours.RULES)
