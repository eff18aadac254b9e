# SPDX-License-Identifier: GPL-3.0-or-later
"""What a good colleague would say about where things go on a roof."""

from msgspec.structs import replace

from glacis.core.set_out.rules.courses import RULES as COURSES
from glacis.core.set_out.rules.structure import RULES as STRUCTURE

RULES = tuple(replace(rule, about="set-out") for rule in (*COURSES, *STRUCTURE))
