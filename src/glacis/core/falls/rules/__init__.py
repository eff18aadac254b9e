# SPDX-License-Identifier: GPL-3.0-or-later
"""What a good colleague would say about falls, outlets and standing water."""

from msgspec.structs import replace

from glacis.core.falls.rules.carried import RULES as CARRIED
from glacis.core.falls.rules.draining import RULES as DRAINING
from glacis.core.falls.rules.edges import RULES as EDGES
from glacis.core.falls.rules.tolerated import RULES as TOLERATED
from glacis.core.falls.rules.ways_out import RULES as WAYS_OUT

RULES = tuple(
    replace(rule, of="drained") for rule in (*DRAINING, *TOLERATED, *WAYS_OUT, *CARRIED, *EDGES)
)
