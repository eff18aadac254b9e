# SPDX-License-Identifier: GPL-3.0-or-later
"""How gauges, coils, panels and eaves come about, step by step."""

from collections.abc import Iterator

from glacis.core.model.covering import ShingleStrip, SlatePiece
from glacis.core.set_out.found import Covered, Panelled, SetOutFound, Sheeted
from glacis.core.set_out.gauges import Gauged, Hanging
from glacis.core.set_out.slates import HEAD_NAILED, SlateCourses
from glacis.core.units.quantities import Quantity
from glacis.core.working import Step, Working, put_in

T, J, L = Quantity.THICKNESS, Quantity.JOINT, Quantity.LENGTH
ASSUMED = (
    "Lengths run along the slope from the front of the fascia in the plane of the batten tops.",
    "Positions are rounded to 1 mm after summing; pieces are differences of rounded positions.",
    "Gauges, laps and seats are the product's; its approval outranks them.",
)


def _step(
    symbol: str, template: tuple[str, str], values: tuple[float, ...], value: float, quantity: Quantity, note: str = ""
) -> Step:  # fmt: skip
    expression, pattern = template
    shown = put_in(pattern, values, value, quantity)
    return Step(symbol, expression, shown, value, quantity, "", note)


def set_out_working(found: SetOutFound) -> Working:
    """The steps behind the courses, sheets, panels and eaves of an area."""
    steps: list[Step] = []
    if found.covered is not None:
        steps += _courses(found.covered)
    if found.sheeted is not None:
        steps += _sheets(found.sheeted, found)
    if found.panelled is not None:
        steps += _panels(found.panelled)
    steps += _eaves(found)
    if not steps:
        steps = [Step("s", "nothing is set out", "", 0.0, T)]
    return Working("Set-out", tuple(steps), ASSUMED)


def _courses(covered: Covered) -> Iterator[Step]:
    if covered.gauged is not None and covered.hanging is not None:
        yield from _tiles(covered.gauged, covered.hanging)
    if covered.slates is not None and isinstance(covered.product, SlatePiece):
        yield from _slates(covered.slates, covered.product)
    if covered.shingles is not None and isinstance(covered.product, ShingleStrip):
        shingles, run = covered.shingles, covered.lines[-1] - covered.lines[0]
        most = covered.product.exposure
        yield _step(
            "n",
            ("ceil(S/e)", "ceil({} / {})"),
            (run, most),
            float(shingles.courses),
            Quantity.FACTOR,
        )
        yield _step(
            "e", ("S/n", "{} / {}"), (run, float(shingles.courses)), shingles.exposure, T,
            "shortened, never lengthened",
        )  # fmt: skip
    two = covered.two
    if two is not None and covered.hanging is not None:
        first, top = covered.hanging.first, covered.hanging.top
        below, above = float(two.below), float(two.above)
        yield _step(
            "g_1", ("(s_w - s_1)/k", "({} - {}) / {}"), (two.batten, first, below), two.gauge_below, T,
            "below the window",
        )  # fmt: skip
        yield _step(
            "g_2", ("(s_n - s_w)/n", "({} - {}) / {}"), (top, two.batten, above), two.gauge_above, T,
            "above the window",
        )  # fmt: skip


def _tiles(gauged: Gauged, hanging: Hanging) -> Iterator[Step]:
    tile, gaps = hanging.tile, float(gauged.courses - 1)
    yield _step(
        "g_max", ("L - h_min", "{} - {}"), (tile, hanging.headlap_least), hanging.gauge_most, T
    )
    yield _step(
        "g_min", ("L - h_max", "{} - {}"), (tile, hanging.headlap_most), hanging.gauge_least, T,
        "the greatest gauge belongs to the least headlap",
    )  # fmt: skip
    yield _step(
        "s_1", ("a - o/cos α", "{} - {} / cos({})"), (hanging.hang, hanging.overhang, hanging.pitch), gauged.first, T,
        "lowest batten: nib to tail less the overhang along the slope",
    )  # fmt: skip
    yield _step("s_n", ("S - c", "{} - {}"), (hanging.slope, hanging.top_clear), gauged.top, T)
    yield _step(
        "n", ("ceil((s_n - s_1)/g_max)", "ceil(({} - {}) / {})"), (gauged.top, gauged.first, hanging.gauge_most), gaps,
        Quantity.FACTOR,
    )  # fmt: skip
    yield _step(
        "g", ("(s_n - s_1)/n", "({} - {}) / {}"), (gauged.top, gauged.first, gaps), gauged.gauge, T
    )
    yield _step("h", ("L - g", "{} - {}"), (tile, gauged.gauge), gauged.headlap, T)


def _slates(slates: SlateCourses, product: SlatePiece) -> Iterator[Step]:
    length, lap = product.length, product.lap
    head = HEAD_NAILED if product.nailing == "head" else 0.0
    yield _step(
        "g_max", ("(L - l - h)/2", "({} - {} - {}) / 2"), (length, lap, head), slates.gauge_most, T,
        "h: from head to nails where slates are nailed there",
    )  # fmt: skip
    run, count = slates.tails[-1] - slates.tails[0], float(slates.courses)
    yield _step(
        "n", ("ceil(S/g_max)", "ceil({} / {})"), (run, slates.gauge_most), count, Quantity.FACTOR
    )
    yield _step("g", ("S/n", "{} / {}"), (run, count), slates.gauge, T, "equalised down")
    yield _step(
        "l", ("L - 2 g - h", "{} - 2 × {} - {}"), (length, slates.gauge, head), slates.lap, T
    )
    yield _step(
        "L_0", ("g + l + h", "{} + {} + {}"), (slates.gauge, slates.lap, head), slates.under_eaves, T,
        "slates under the lowest course",
    )  # fmt: skip


def _sheets(sheeted: Sheeted, found: SetOutFound) -> Iterator[Step]:
    product = sheeted.product
    if sheeted.coil:
        yield _step(
            "L_c",
            ("m/(ρ t w)", "{} / ({} × {} × {})"),
            (product.coil_mass, product.density, product.thickness, product.coil_width),
            sheeted.coil,
            L,
        )
    longest = max((strip.length for strip in sheeted.strips), default=0.0)
    yield _step(
        "ΔL", ("α L ΔT", "{} × {} × {}"), (product.expansion, longest, found.stated.colder), sheeted.movement, J,
        "from the fixed point to the far end of the longest sheet",
    )  # fmt: skip


def _panels(panelled: Panelled) -> Iterator[Step]:
    row = panelled.row
    n, joints = float(row.n), float(row.n - 1)
    planned = row.n * row.width + (row.n - 1) * row.growth_planned
    yield _step(
        "R", ("n w + (n - 1) g", "{} × {} + {} × {}"), (n, row.width, joints, row.growth_planned), planned, T
    )  # fmt: skip
    if not panelled.measured:
        return
    run, said = panelled.measured[-1]
    laid = float(run.laid)
    for sign, value, growth, reach, excess in (
        ("b", run.bottom, said.growth_bottom, said.predicted_bottom, said.excess_bottom),
        ("t", run.top, said.growth_top, said.predicted_top, said.excess_top),
    ):
        yield _step(
            f"g_{sign}", ("(R_k - k w)/(k - 1)", "({} - {} × {}) / {}"), (value, laid, row.width, laid - 1), growth, J
        )  # fmt: skip
        yield _step(
            f"R_{sign}",
            ("n w + (n - 1) g", "{} × {} + {} × {}"),
            (n, row.width, joints, growth),
            reach,
            T,
        )
        drawn = row.overhang_start + row.frame + row.overhang_end
        yield _step(f"e_{sign}", ("R - drawn", "{} - {}"), (reach, drawn), excess, J)


def _eaves(found: SetOutFound) -> Iterator[Step]:
    cut, section = found.eaves, found.stated.eaves
    if cut is None or section is None:
        return
    stack, pitch = found.stack, found.plane.pitch
    square = stack.board + (stack.counter or found.stated.counter) + found.stated.batten
    rafter = section.rafter or stack.rafter
    yield _step(
        "z_f", ("-P tan α + d/cos α + k", "-{} × tan({}) + {} / cos({}) + {}"),
        (section.projection, pitch, square, pitch, section.kick), cut.fascia_top, T, "top of the fascia",
    )  # fmt: skip
    yield _step(
        "z_t", ("-P tan α - r/cos α", "-{} × tan({}) - {} / cos({})"), (section.projection, pitch, rafter, pitch),
        cut.tail_underside, T, "underside of the rafter's tail",
    )  # fmt: skip
    yield _step(
        "H", ("z_f - z_t + b", "{} - {} + {}"), (cut.fascia_top, cut.tail_underside, section.below), cut.fascia_height,
        T,
    )  # fmt: skip
    yield _step(
        "f", ("t tan α/(r/cos α)", "{} × tan({}) / ({} / cos({}))"), (section.seat, pitch, rafter, pitch),
        cut.birdsmouth_share, Quantity.SHARE, "share of the rafter that the birdsmouth takes",
    )  # fmt: skip
