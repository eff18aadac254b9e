# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about buying, weights and stacks."""

from glacis.core.quantities.rules.buying import RULES as BUYING
from glacis.core.quantities.rules.laying import RULES as LAYING
from glacis.core.quantities.rules.weights import RULES as WEIGHTS

RULES = (*WEIGHTS, *BUYING, *LAYING)
