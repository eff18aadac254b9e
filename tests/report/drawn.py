# SPDX-License-Identifier: GPL-3.0-or-later
"""What of a drawing lies outside its sheet."""

from glacis.report.blocks import Grid, Picture, Words
from glacis.report.charts.junction_names import reach
from glacis.report.scene import Text


def outside(scene) -> list[str]:
    """Words that leave the drawing."""
    return [
        item.text
        for item in scene.items
        if isinstance(item, Text)
        and (
            reach(item)[0] < -1
            or reach(item)[2] > scene.width + 1
            or reach(item)[3] > scene.height + 2
        )
    ]


def words_in(blocks) -> str:
    """All words of blocks, their tables and their drawings."""
    found = []
    for block in blocks:
        if isinstance(block, Words):
            found.append(block.text)
        elif isinstance(block, Grid):
            found += [cell.text for row in block.rows for cell in row]
        elif isinstance(block, Picture):
            found += [item.text for item in block.scene.items if isinstance(item, Text)]
    return " ".join(found)
