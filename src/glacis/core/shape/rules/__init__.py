# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about edges, openings and names: what only the whole roof shows."""

from glacis.core.shape.rules import meeting

RULES = meeting.RULES
