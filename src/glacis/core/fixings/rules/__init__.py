# SPDX-License-Identifier: GPL-3.0-or-later
"""What a good colleague would say about how a roof is held down."""

from msgspec.structs import replace

from glacis.core.fixings.rules.evidence import RULES as EVIDENCE
from glacis.core.fixings.rules.holding import RULES as HOLDING
from glacis.core.fixings.rules.lengths import RULES as LENGTHS
from glacis.core.fixings.rules.wind import RULES as WIND

RULES = tuple(replace(rule, about="fixings") for rule in (*WIND, *HOLDING, *LENGTHS, *EVIDENCE))
