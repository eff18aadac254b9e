# SPDX-License-Identifier: GPL-3.0-or-later
"""What a change would do to every headline figure, before it is made."""

from PyQt6.QtWidgets import QGridLayout

from glacis.core.analysis.results import AreaResult, Results
from glacis.core.units.format import number
from glacis.ui.desk import Desk
from glacis.ui.widgets.labels import label


def changes(desk: Desk, before: AreaResult, after: AreaResult) -> list[tuple[str, str]]:
    """Name and ``old → new unit`` of every watched figure that would be shown differently."""
    found = []
    later = {figure.id: figure for figure in after.figures.beside}
    pairs = list(zip(before.headlines, after.headlines, strict=True))
    pairs += [(old, later[old.id]) for old in before.figures.beside if old.id in later]
    for old, new in pairs:
        was = number(old.value, old.quantity, desk.system)
        will = number(new.value, new.quantity, desk.system)
        if was != will:
            unit = new.quantity.unit(desk.system).symbol
            found.append((old.name, f"{was} → {will} {unit}".rstrip()))
    return found


def cleared_words(before: Results, after: Results, area: str) -> str:
    """How many findings here would go, and how many would come; alike ones along several edges are one."""
    known, found = (
        {finding.kin for finding in results.comparable(edges=after.at_once) if finding.area == area}
        for results in (before, after)
    )
    words = f"clears {len(known - found)} of {len(known)} findings here"
    new = len(found - known)
    return f"{words}, brings {new}" if new else words


def hours_words(before: Results, after: Results, area: str) -> str:
    """What becomes of an area hour by hour, where both were run; empty where not."""
    if not before.reader.came:
        return ""
    from glacis.core.hourly.parts import HOURLY

    was, will = before.reader.ready(HOURLY, area), after.reader.ready(HOURLY, area)
    if was is None or will is None or was is will:
        return ""
    old, new = was.verdict, will.verdict
    said = []
    if old.wettest is not None and new.wettest is not None:
        said.append(f"wood {old.wettest.peak:.0f} → {new.wettest.peak:.0f} % by mass")
    mould = [max((item.index for item in one.moulds), default=0.0) for one in (old, new)]
    said.append(f"mould {mould[0]:.1f} → {mould[1]:.1f}")
    said.append(f"{old.grade} → {new.grade}")
    return f"hour by hour: {', '.join(said)}"


def effect_grid(desk: Desk, before: AreaResult, results: Results) -> QGridLayout:
    """All changes to an area as a grid of labels."""
    area = before.roof.area.id
    after = results.area(area)
    grid = QGridLayout()
    grid.setContentsMargins(4, 2, 0, 4)
    grid.setHorizontalSpacing(6)
    grid.setVerticalSpacing(0)
    if after is None:
        return grid
    row = 0
    for name, change in changes(desk, before, after):
        grid.addWidget(label(name, "second small"), row, 0)
        grid.addWidget(label(change, "small"), row, 1, 1, 2)
        row += 1
    grid.addWidget(label(cleared_words(desk.results, results, area), "second small"), row, 0, 1, 3)
    grid.setColumnStretch(2, 1)
    return grid
