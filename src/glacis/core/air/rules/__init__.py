# SPDX-License-Identifier: GPL-3.0-or-later
"""What a good colleague would say about the air in a roof."""

from msgspec.structs import replace

from glacis.core.air.rules.at_eaves import RULES as AT_EAVES
from glacis.core.air.rules.breathing import RULES as BREATHING
from glacis.core.air.rules.openings import RULES as OPENINGS

RULES = tuple(replace(rule, of="aired") for rule in (*BREATHING, *OPENINGS, *AT_EAVES))
