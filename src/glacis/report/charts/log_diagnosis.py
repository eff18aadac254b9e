# SPDX-License-Identifier: GPL-3.0-or-later
"""Diagnosis drawn: signs that are seen, absent or not looked at; causes with their bands; what to test next."""

from collections.abc import Iterator
from itertools import groupby

from msgspec import Struct

from glacis.core.analysis.as_found import Mended
from glacis.core.log.belief import Belief, NextTest, Ranked
from glacis.core.log.repairs import FIRST
from glacis.core.log.table import Sign, Table
from glacis.core.units.format import number
from glacis.core.units.quantities import Quantity, System
from glacis.report.scene import (
    CUT,
    DIMENSION,
    FACE,
    Face,
    Hot,
    Item,
    Line,
    Patch,
    Scene,
    Size,
    Text,
    box,
    shorten,
    text_width,
    wrapped,
)

LABEL, SMALL = 12.0, 11.0
SIGN, LEAST = 15.2, 12.8
"""Height of a line of signs, and the least that can be read [pt]."""
SIGNS = 0.44
"""Share of the width that signs take."""
GROUPS = {
    "time": "when", "place": "where", "hidden": "hidden in it", "surface": "on its surface",
    "inside": "in the rooms", "drawing": "on the drawing", "test": "tests that were made",
}  # fmt: skip
BAR = 22.0
CAUSES = 6
TESTS = 4
MENDS = 3
SAYS = {
    "undecided": "Undecided: the first two cannot be told apart by what is known.",
    "too little known": "Too little known: look for more signs before you believe this.",
    "something not in the list": "Something not in the list may be at work: no cause explains what was found.",
}


class DiagnosisView(Struct, frozen=True):
    """What is drawn.

    Attributes:
        signs: as they stand on the sheet, with headings between them.
        seen: ids of signs that are there.
        absent: ids of signs that were looked for and are not.
        belief: what they say.
        tests: to make next, best first.
        cause: id of the one whose evidence shows; empty for the first.
        computed: what the roof as found says, in words; lines.
        sign: id of the one in the hand; empty for none.
        first: line of signs.
        repair: of the cause in the hand, in words.
        repairs: what each changes, in words.
        mends: findings of the design behind the cause in the hand: number and words.
    """

    signs: tuple[str | Sign, ...]
    seen: tuple[str, ...]
    absent: tuple[str, ...]
    belief: Belief
    tests: tuple[NextTest, ...]
    cause: str
    computed: tuple[str, ...]
    sign: str = ""
    first: int = 0
    mends: tuple[tuple[str, str], ...] = ()
    repair: str = ""
    repairs: tuple[str, ...] = ()


def diagnosis_scene(view: DiagnosisView, size: Size) -> Scene:
    """Signs at the left, what they say at the right."""
    wide = size[0] * SIGNS
    items: list[Item] = [Line((wide, 8, wide, size[1] - 8), "hairline", FACE)]
    hot: list[Hot] = []
    for item in _signs(view, wide, size[1]):
        (hot if isinstance(item, Hot) else items).append(item)  # type: ignore[arg-type]
    for item in _says(view, wide + 14, size):
        (hot if isinstance(item, Hot) else items).append(item)  # type: ignore[arg-type]
    return Scene(*size, tuple(items), tuple(hot))


def _signs(view: DiagnosisView, wide: float, height: float) -> Iterator[Item | Hot]:
    """Two columns of signs by group; tests that were made come last."""
    rows = view.signs
    step = max(LEAST, min(SIGN * 1.35, (height - 16) / max(1, len(rows))))
    fits = int((height - 16) / step)
    most = max(0, len(rows) - fits)
    at = next(
        (k for k, row in enumerate(rows) if not isinstance(row, str) and row.id == view.sign), 0
    )
    first = min(most, max(view.first, at - fits + 1))
    y = 16.0
    for row in rows[first : first + fits]:
        if isinstance(row, str):
            yield Text(10, y, row, SMALL, "second", face="semibold")
        else:
            yield from _sign(view, row, wide, y, step)
        y += step
    if first < most:
        yield Text(wide - 12, height - 8, "the wheel goes on", SMALL, "accent", "end")


def in_order(table: Table, told: set[str]) -> list[Sign]:
    """Signs as they stand on the sheet, by where one looks; then tests that were made."""
    rows = [*table.signs, *(test for test in table.tests if test.id in told)]
    return sorted(rows, key=lambda sign: list(GROUPS).index(sign.group))


def sheet_of(table: Table, told: set[str]) -> tuple[str | Sign, ...]:
    """Signs in their order, each group under its heading."""
    found: list[str | Sign] = []
    for key, signs in groupby(in_order(table, told), key=lambda sign: sign.group):
        found += [GROUPS[key], *signs]
    return tuple(found)


def _sign(
    view: DiagnosisView, sign: Sign, wide: float, y: float, step: float
) -> Iterator[Item | Hot]:
    state = "seen" if sign.id in view.seen else "absent" if sign.id in view.absent else ""
    if sign.id == view.sign:
        yield Patch(box(4, y - step + 4, wide - 4, y + 4), "wash", "", 0.0)
    yield from _box(12, y - 9, state)
    words = sign.words if sign.group != "test" else f"{sign.words}: {sign.positive}"
    face: Face = "semibold" if state == "seen" else "regular"
    ink = "ink" if state else "second"
    yield Text(30, y, shorten(words, wide - 40, LABEL), LABEL, ink, face=face)
    hint = f"{words}: {state or 'not looked at'}. Press: seen, absent, not looked at."
    yield Hot("sign", sign.id, (4, y - step + 4, wide - 4, y + 4), hint)


def _box(x: float, y: float, state: str) -> Iterator[Item]:
    """Full for seen, crossed for absent, empty for not looked at."""
    yield Patch(box(x, y, x + 10, y + 10), "ink" if state == "seen" else "bench", "ink", DIMENSION)
    if state == "absent":
        yield Line((x, y, x + 10, y + 10), "ink", FACE)
        yield Line((x + 10, y, x, y + 10), "ink", FACE)


def _says(view: DiagnosisView, left: float, size: Size) -> Iterator[Item | Hot]:
    right, y = size[0] - 12, 20.0
    title = "What it says" if view.belief.signs else "Say what you see: press a sign"
    yield Text(left, y, title, 13, "ink", face="semibold")
    yield Text(right, y, f"table {view.belief.table}", SMALL, "second", "end")
    y += 8
    first = view.belief.causes[:CAUSES]
    chosen = next((c for c in view.belief.causes if c.id == view.cause), first[0])
    for cause in first:
        y += BAR
        yield from _cause(cause, left, right, y, chosen is cause)
    y += 14
    for word in view.belief.says if view.belief.signs else ():
        for line in wrapped(SAYS[word], right - left, LABEL, 3):
            y += 16
            yield Text(left, y, line, LABEL, "mind")
    if len(view.belief.best) > 1 and view.belief.signs:
        by = {cause.id: cause.name.lower() for cause in view.belief.causes}
        names = " and ".join(by[ident] for ident in view.belief.best)
        for line in wrapped(f"Most likely together: {names}.", right - left, LABEL):
            y += 16
            yield Text(left, y, line, LABEL)
    for found in _evidence(view, chosen, left, right, y + 24):
        y = max(y, found.y) if isinstance(found, Text) else y
        yield found
    bottom = y
    for item in _tests(view, left, right, y + 26, size[1]):
        bottom = max(bottom, item.y) if isinstance(item, Text) else bottom
        yield item
    if view.belief.signs:
        yield from _repair(view, chosen, left, right, bottom + 26, size[1])


def mended_words(mended: Mended, system: System) -> str:
    """What a repair changes, in a line."""
    before, after = mended.peak
    said = []
    if before is not None and after is not None:
        said.append(f"wood {100 * before:.1f} → {100 * after:.1f} % by mass by hours")
    was, will = (number(value, Quantity.TRANSMITTANCE, system) for value in mended.heat)
    said.append(f"U {was} → {will}")
    if not mended.clears:
        said.append("eases it alone")
    return f"{mended.title}: {'; '.join(said)}"


def _repair(
    view: DiagnosisView, cause: Ranked, left: float, right: float, y: float, bottom: float
) -> Iterator[Item | Hot]:
    """What is done about the cause in the hand, and where the design says the same."""
    lines = [(line, LABEL, "ink") for line in wrapped(view.repair, right - left, LABEL, 3)]
    lines += [(line, SMALL, "second") for line in wrapped(FIRST, right - left, SMALL, 2)]
    for words in view.repairs:
        added = [(line, LABEL, "ink") for line in wrapped(words, right - left, LABEL, 3)]
        if y + 16 * (len(lines) + len(added)) < bottom - 4:
            lines += added
    if y + 16 * len(lines) > bottom:
        return
    yield Line((left, y - 16, right, y - 16), "hairline", DIMENSION)
    title = shorten(f"Repair: {cause.name.lower()}", right - left, LABEL)
    yield Text(left, y, title, LABEL, "ink", face="semibold")
    for line, size, ink in lines:
        y += 16
        yield Text(left, y, line, size, ink)
    for count, (rule, words) in enumerate(view.mends):
        y += 18
        if y > bottom - 4 or count == MENDS:
            return
        yield Line((left, y - 3, left + 6, y - 3), "accent", CUT)
        yield Text(left + 12, y, shorten(words, right - left - 14, LABEL), LABEL, "accent")
        yield Hot(
            "finding", rule, (left, y - 14, right, y + 5), f"{words}: press to see its ways out"
        )


def _cause(
    cause: Ranked, left: float, right: float, y: float, chosen: bool
) -> Iterator[Item | Hot]:
    """A bar for what is likely, a hairline frame for the band of drawn tables, a tick for what it was before."""
    names = (right - left) * 0.52
    start, end = left + names, right - 42
    if chosen:
        yield Patch(box(left - 4, y - 15, right + 4, y + 6), "wash", "", 0.0)
    yield Text(left, y, shorten(cause.name, names - 10, LABEL), LABEL)
    at = start + (end - start) * cause.share
    yield Patch(box(start, y - 9, max(start + 1, at), y), "accent", "", 0.0)
    low, high = (start + (end - start) * x for x in (cause.low, cause.high))
    yield Patch(box(low, y - 12, high, y + 3), "", "ink", DIMENSION)
    before = start + (end - start) * cause.before
    yield Line((before, y - 12, before, y + 3), "second", DIMENSION)
    yield Text(right, y, f"{100 * cause.share:.0f} %", LABEL, "ink", "end", "semibold")
    hint = (
        f"{cause.name}: {100 * cause.share:.0f} %, {100 * cause.low:.0f} to {100 * cause.high:.0f} % "
        f"if the table is off by half or double; {100 * cause.before:.0f} % before any sign"
    )
    yield Hot("cause", cause.id, (left - 4, y - 15, right + 4, y + 6), hint)


def _evidence(
    view: DiagnosisView, cause: Ranked, left: float, right: float, y: float
) -> Iterator[Item]:
    title = shorten(f"For and against: {cause.name.lower()}", right - left, LABEL)
    yield Text(left, y, title, LABEL, "second", face="semibold")
    if not cause.evidence:
        y += 16
        yield Text(left, y, "no sign by itself moves it much", LABEL, "second")
    for name, bits in cause.evidence[:4]:
        y += 16
        sign = "for" if bits > 0 else "against"
        yield Text(left, y, shorten(name, right - left - 110, LABEL), LABEL)
        yield Text(right, y, f"{sign}, {abs(bits):.1f} bit", LABEL, "ink" if bits > 0 else "second", "end")  # fmt: skip
    for words in view.computed[:4]:
        y += 15
        yield Text(left, y, shorten(words, right - left, SMALL), SMALL, "second")


def _tests(
    view: DiagnosisView, left: float, right: float, y: float, bottom: float
) -> Iterator[Item | Hot]:
    if y + 40 > bottom:
        return
    yield Line((left, y - 16, right, y - 16), "hairline", DIMENSION)
    yield Text(left, y, "Test next", LABEL, "ink", face="semibold")
    yield Text(right, y, "tells, bit by cost", SMALL, "second", "end")
    apart = max(view.tests, key=lambda test: (test.apart, test.worth), default=None)
    for test in view.tests[:TESTS]:
        y += 19
        if y > bottom - 22:
            break
        figures = f"{test.bits:.2f} by {test.cost:g}"
        room = right - left - text_width(figures, LABEL) - 16
        yield Text(left, y, shorten(f"{test.words} ({test.positive})", room, LABEL), LABEL)
        yield Text(right, y, figures, LABEL, "ink", "end", "semibold")
        hint = f"{test.words}: press, and say whether it came out. Positive means: {test.positive}."
        yield Hot("test", test.id, (left, y - 14, right, y + 5), hint)
    if apart is not None and apart.apart > 0.05:
        words = f"Tells the first two apart best: {apart.words.lower()}, {apart.apart:.2f} bit"
        yield Line((left, y + 9, right, y + 9), "hairline", CUT / 2)
        yield Text(left, min(bottom - 6, y + 24), shorten(words, right - left, SMALL), SMALL, "accent")  # fmt: skip
