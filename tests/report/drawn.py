# SPDX-License-Identifier: GPL-3.0-or-later
"""What of a drawing lies outside its sheet."""

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
