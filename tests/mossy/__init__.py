# SPDX-License-Identifier: GPL-3.0-or-later
"""A small stage outside of Glacis, made by the recipe in CONTRIBUTING.md: where moss will grow."""

from glacis.core.stages import STAGES, Stage

MOSS = Stage("moss", "Moss", "Where moss will grow", "record", "O", home="mossy")
WITH_MOSS = (*STAGES, MOSS)
