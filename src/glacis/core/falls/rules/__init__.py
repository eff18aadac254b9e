# SPDX-License-Identifier: GPL-3.0-or-later
"""What a good colleague would say about falls, outlets and standing water."""

from glacis.core.falls.rules.draining import RULES as DRAINING
from glacis.core.falls.rules.ways_out import RULES as WAYS_OUT

RULES = (*DRAINING, *WAYS_OUT)
