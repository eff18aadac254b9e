# SPDX-License-Identifier: GPL-3.0-or-later
"""A working as a table of the report."""

from glacis.core.units.format import with_unit
from glacis.core.units.quantities import System
from glacis.core.working import Working
from glacis.report.blocks import Blocks, Cell, Grid, Room, Together, Words

HEADS = (
    Cell("", "head"), Cell("Step", "head"), Cell("Values (SI)", "head"), Cell("Result", "head-right"),
    Cell("Source", "head"),
)  # fmt: skip


def working_blocks(working: Working, system: System) -> Blocks:
    """Every step with its values, and what was taken for granted."""
    rows = [HEADS]
    for step in working.steps:
        source = " · ".join(part for part in (step.source, step.note) if part)
        result = with_unit(step.value, step.quantity, system)
        rows.append((
            Cell(step.symbol), Cell(step.expression), Cell(step.substitution), Cell(result, "right"),
            Cell(source, "small"),
        ))  # fmt: skip
    return (
        Room(40),
        Words(f"Working: {working.title}", "sub"),
        Grid(tuple(rows), (9, 34, 28, 18, 26)),
        Together(tuple(Words(text, "small") for text in working.assumptions)),
    )
