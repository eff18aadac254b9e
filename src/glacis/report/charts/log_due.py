# SPDX-License-Identifier: GPL-3.0-or-later
"""What is due, overdue first: each on a line of the year to come."""

from collections.abc import Iterator

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.climate.year import MONTH_NAMES
from glacis.core.log.keeping import CAUTION, Due
from glacis.core.model.days import day_number, day_text, months_later
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    box,
    shorten,
)

HEAD, ROW, LABEL, FOOT = 34.0, 34.0, 12.0, 30.0
NAMES = 0.5
"""Share of the width that names take."""
YEAR = 366


class DueView(Struct, frozen=True):
    """What is drawn: tasks, today as year-month-day, the area in the hand, the first row."""

    due: tuple[Due, ...]
    today: str
    area: str = ""
    first: int = 0


def together(due: tuple[Due, ...], names: int = 2) -> tuple[tuple[Due, tuple[str, ...]], ...]:
    """What is due on several roofs for one reason on one day, as one: with the ids of the roofs.

    Args:
        due: in their order.
        names: of roofs that are told by name.
    """
    found: dict[tuple[str, int, str], list[Due]] = {}
    for each in due:
        found.setdefault((each.what, each.day, each.why), []).append(each)
    rows = []
    for group in found.values():
        told = ", ".join(each.name for each in group[:names])
        more = f" and {len(group) - names} more" if len(group) > names else ""
        rows.append((replace(group[0], name=f"{told}{more}"), tuple(each.area for each in group)))
    return tuple(rows)


def fitting(height: float) -> int:
    """How many rows a height holds."""
    return max(1, int((height - HEAD - FOOT) / ROW))


def due_scene(view: DueView, size: Size) -> Scene:
    """Rows of tasks against the months of a year."""
    left, right = size[0] * NAMES, size[0] - 96
    items: list[Item] = list(_months(view, left, right, size[1] - FOOT))
    hot: list[Hot] = []
    y = HEAD
    rows = together(view.due)
    for due, areas in rows[view.first : view.first + fitting(size[1])]:
        if view.area in areas:
            items.append(Patch(box(0, y, size[0], y + ROW), "wash", "", 0.0))
        items += _row(view, due, (left, right, size[0]), y)
        hot.append(Hot("due", due.area, (0, y, size[0], y + ROW), f"{due.what}: {due.why}"))
        y += ROW
    if not view.due:
        words = "Nothing is due: say when the roof was completed, under Care."
        items.append(Text(10, HEAD + 20, words, LABEL, "second"))
    items.append(Text(10, size[1] - 10, CAUTION, LABEL, "second"))
    return Scene(*size, tuple(items), tuple(hot))


def _months(view: DueView, left: float, right: float, bottom: float) -> Iterator[Item]:
    now = day_number(view.today)
    year, month, _ = (int(word) for word in view.today.split("-"))
    day = day_number(f"{year:04d}-{month:02d}-01")
    yield Text(10, 22, "what, and why", LABEL, "second")
    for step in range(1, 13):
        at = months_later(day, step)
        x = left + (right - left) * (at - now) / YEAR
        name = MONTH_NAMES[int(day_text(at).split("-")[1]) - 1][:3]
        if step % 2:
            yield Text(x + 2, 22, name, 11, "second")
        yield Line((x, HEAD - 6, x, bottom), "hairline", DIMENSION)
    yield Line((left, HEAD - 6, left, bottom), "accent", FACE)
    yield Line((8, HEAD - 4, right + 88, HEAD - 4), "second", DIMENSION)


def _row(view: DueView, due: Due, xs: tuple[float, float, float], y: float) -> Iterator[Item]:
    left, right, width = xs
    ink = "stop" if due.late or due.urgent else "ink"
    name = shorten(f"{due.what}: {due.name}", left - 22, LABEL)
    yield Text(10, y + 14, name, LABEL, ink, face="semibold")
    yield Text(10, y + 28, shorten(due.why, left - 22, 11), 11, "second")
    now = day_number(view.today)
    x = left + (right - left) * min(1.0, max(0.0, (due.day - now) / YEAR))
    yield Line((left, y + 17, x, y + 17), ink, CUT)
    yield Patch(box(x - 4, y + 13, x + 4, y + 21), ink, ink, FACE)
    when = f"{due.late} d late" if due.late else day_text(due.day)
    yield Text(width - 10, y + 21, when, LABEL, ink, "end", "semibold")
