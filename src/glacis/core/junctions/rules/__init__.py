# SPDX-License-Identifier: GPL-3.0-or-later
"""What a good colleague would say about the edges of a roof."""

from msgspec.structs import replace

from glacis.core.junctions.rules.contacts import RULES as CONTACTS
from glacis.core.junctions.rules.heat import RULES as HEAT
from glacis.core.junctions.rules.laps import RULES as LAPS
from glacis.core.junctions.rules.lines import RULES as LINES

RULES = (
    *(replace(rule, about="junction") for rule in (*LINES, *LAPS, *CONTACTS)),
    *(replace(rule, about="edge-heat") for rule in HEAT),
)
