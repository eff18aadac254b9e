# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about coverings: gauges, windows, slivers, laps, pitch, sheets and coils."""

from collections.abc import Iterator

from msgspec.structs import replace

from glacis.core.judgement.by_set_out import SetOutSubject
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, no_remedies
from glacis.core.model.covering import SlatePiece
from glacis.core.model.document import Project
from glacis.core.set_out.change import move_opening
from glacis.core.set_out.found import Seated
from glacis.core.set_out.rules.asked import covered, says, stating
from glacis.core.units.quantities import Quantity

T = Quantity.THICKNESS
DATUMS = 12
"""Places that joints are tried to begin at, within a piece's width; our judgement: steps that a hand can set."""


def _fault(roof: SetOutSubject) -> Iterator[Finding]:
    for what, why in roof.set_out.faults:
        words = why.replace("{", "(").replace("}", ")")
        yield says(roof, "set-out.fault", "stop", f"The {what} cannot be set out: {words}")


FAULT = Rule(
    "set-out.fault",
    "Cannot be set out",
    "set-out",
    "stop",
    "What cannot be laid out on paper will not be laid on the roof either.",
    "Our judgement: geometry of the pieces",
    _fault,
    no_remedies,
)


def _gauge(roof: SetOutSubject) -> Iterator[Finding]:
    found = covered(roof)
    if found is None or found.gauged is None or found.gauged.feasible or found.hanging is None:
        return
    gauge, limits = found.gauged, found.hanging
    yield says(
        roof, "set-out.gauge", "stop",
        "Equal gauges would be {0}; the tile takes {1} to {2}. " + f"{gauge.courses} courses are too many, one less "
        "too few.",
        Evidence("gauge", gauge.gauge, T), Evidence("least", limits.gauge_least, T),
        Evidence("greatest", limits.gauge_most, T),
    )  # fmt: skip


def _other_gauge(_project: Project, roof: SetOutSubject, _finding: Finding) -> tuple[Remedy, ...]:
    found = covered(roof)
    ways = []
    for way in found.ways if found is not None else ():
        figure = f"{way.value * 1000:.0f} mm"
        if way.what == "overhang":
            ways.append(
                stating(roof, f"let it overhang {figure} into the gutter", overhang=way.value)
            )
        elif way.what == "top clearance":
            ways.append(stating(roof, f"lay the top batten {figure} down", top_clear=way.value))
    return tuple(ways)


GAUGE = Rule(
    "set-out.gauge",
    "No equal gauge",
    "set-out",
    "stop",
    "A gauge over its limit leaves too little headlap and rain drives in; under it tiles ride up on each other.",
    "Our judgement after usual practice: gauge is the tile less its headlap, least and greatest",
    _gauge,
    _other_gauge,
)


def _misplaced(roof: SetOutSubject) -> list[Seated]:
    found = covered(roof)
    return [seat for seat in found.windows if not seat.sits] if found and found.courses else []


def _window(roof: SetOutSubject) -> Iterator[Finding]:
    stated = roof.set_out.stated
    for seat in _misplaced(roof):
        yield says(
            roof, "set-out.window", "mind",
            f"The frame of {seat.name} begins {{0}} above the line of course {seat.line + 1}; it wants {{1}} to {{2}}. "
            "The course under it has to be cut.",
            Evidence("over the line", seat.over, T), Evidence("least", stated.seat_least, T),
            Evidence("greatest", stated.seat_most, T),
        )  # fmt: skip


def _seat(_project: Project, roof: SetOutSubject, finding: Finding) -> tuple[Remedy, ...]:
    found: list[Remedy] = []
    for seat in _misplaced(roof):
        if f" {seat.name} begins" not in finding.template:
            continue
        opening = seat.window.id
        if seat.moved is not None:
            found.append(_move(opening, seat.moved.shift, f"move {seat.name}"))
        if seat.two is not None:
            below, above = seat.two.gauge_below * 1000, seat.two.gauge_above * 1000
            words = f"two gauges, {below:.0f} mm below {seat.name} and {above:.0f} mm above"
            found.append(stating(roof, words, gauge="two", window=opening))
        elif seat.nearest is not None:
            shift = seat.nearest - seat.window.low
            found.append(_move(opening, shift, f"meet two gauges: move {seat.name}"))
    return tuple(found)


def _move(opening: str, shift: float, words: str) -> Remedy:
    way = "up" if shift > 0 else "down"

    def apply(project: Project) -> Project:
        return move_opening(project, opening, 0.0, shift)

    return Remedy(f"{words} {abs(shift) * 1000:.0f} mm {way} the slope", apply)


WINDOW = Rule(
    "set-out.window",
    "Half a course under a window",
    "set-out",
    "mind",
    "A cut course under a frame has no nibs and little headlap: the apron lies hollow, water runs behind it.",
    "Our judgement after usual practice: a frame sits on a whole course, within the seat that its flashing states",
    _window,
    _seat,
)


def _sliver(roof: SetOutSubject) -> Iterator[Finding]:
    found = covered(roof)
    if found is None or not found.slivers or found.laid is None:
        return
    boxes = found.laid.boxes[list(found.slivers)]
    narrow = float((boxes[:, 2] - boxes[:, 0]).min())
    yield says(
        roof, "set-out.sliver", "mind",
        f"{len(found.slivers)} pieces are too narrow to be held, the narrowest {{0}}.",
        Evidence("narrowest", narrow, T),
    )  # fmt: skip


def _begin_elsewhere(
    _project: Project, roof: SetOutSubject, _finding: Finding
) -> tuple[Remedy, ...]:
    """The datum with the fewest slivers, where it has fewer: laid as the covering itself is."""
    from glacis.core.set_out.laid_out import placed_on

    found, stated = covered(roof), roof.set_out.stated
    if found is None or found.laid is None:
        return ()
    width = float((found.laid.boxes[:, 2] - found.laid.boxes[:, 0]).max())
    best, fewest = stated.datum, len(found.slivers)
    for k in range(1, DATUMS):
        datum = stated.datum + k * width / DATUMS
        tried = placed_on(replace(roof.read, stated=replace(stated, datum=datum)))
        count = len(tried.covered.slivers) if tried.covered is not None else fewest
        if count < fewest:
            best, fewest = datum, count
    if best == stated.datum:
        return ()
    end = "right" if stated.mirrored else "left"
    return (stating(roof, f"begin joints {best * 1000:.0f} mm from the {end} end", datum=best),)


SLIVER = Rule(
    "set-out.sliver",
    "Slivers",
    "set-out",
    "mind",
    "A piece too narrow for a nail or clip slides out in the first storm; it is made from a wide one, or avoided.",
    "Our judgement after usual practice: 100 mm of a slate, 80 mm of a tile",
    _sliver,
    _begin_elsewhere,
)


def _across(roof: SetOutSubject) -> Iterator[Finding]:
    found = covered(roof)
    if found is None or not found.across_asked or found.across is not None:
        return
    plane = roof.set_out.plane
    width = plane.right - plane.left if plane is not None else 0.0
    yield says(
        roof, "set-out.across", "mind",
        "No count of whole tiles ends at both verges over {0} within cover and overhang: one row has to be cut.",
        Evidence("width", width, T),
    )  # fmt: skip


ACROSS = Rule(
    "set-out.across",
    "Tiles do not end at the verge",
    "set-out",
    "mind",
    "A row of cut tiles at a verge has no nib or no interlock, and shows.",
    "Our judgement after usual practice: cover within its shunt, overhang within its limits",
    _across,
    no_remedies,
)


def _pitch(roof: SetOutSubject) -> Iterator[Finding]:
    out = roof.set_out
    product = next(
        (part.product for part in (out.covered, out.sheeted, out.panelled) if part is not None),
        None,
    )
    if product is None:
        return
    least = product.least_pitch
    if roof.area.pitch < least - 1e-9:
        yield says(
            roof, "set-out.pitch", "stop", f"{product.name} wants {{0}} at least; the plane has {{1}}.",
            Evidence("least pitch", least, Quantity.ANGLE), Evidence("pitch", roof.area.pitch, Quantity.ANGLE),
        )  # fmt: skip
    section = out.stated.eaves
    if section is not None and 0 < section.sprocket_pitch < least - 1e-9:
        yield says(
            roof, "set-out.pitch", "stop",
            f"{product.name} wants {{0}} at least; over the sprocket it lies at {{1}}.",
            Evidence("least pitch", least, Quantity.ANGLE),
            Evidence("pitch of the sprocket", section.sprocket_pitch, Quantity.ANGLE),
        )  # fmt: skip


def _steeper(_project: Project, roof: SetOutSubject, _finding: Finding) -> tuple[Remedy, ...]:
    out = roof.set_out
    section = out.stated.eaves if out is not None else None
    if section is None or not section.sprocket_pitch:
        return ()
    straight = replace(section, sprocket_pitch=0.0)
    return (stating(roof, "a straight sprocket", eaves=straight),)


PITCH = Rule(
    "set-out.pitch",
    "Too flat for its covering",
    "set-out",
    "stop",
    "Below its least pitch a covering lets driven rain and melt water back up over its laps.",
    "Our judgement: the product's own least pitch, which its approval states",
    _pitch,
    _steeper,
)


def _side_lap(roof: SetOutSubject) -> Iterator[Finding]:
    found = covered(roof)
    product = found.product if found is not None else None
    if isinstance(product, SlatePiece) and product.width / 2 < product.side_lap - 1e-9:
        yield says(
            roof, "set-out.side-lap", "mind",
            f"Half of {product.name} is {{0}}; its side lap wants {{1}} at this pitch and exposure.",
            Evidence("side lap", product.width / 2, T), Evidence("least", product.side_lap, T),
        )  # fmt: skip


SIDE_LAP = Rule(
    "set-out.side-lap",
    "Too little side lap",
    "set-out",
    "mind",
    "Water spreads sideways under a slate as it runs down; a narrow one lets it reach the nails below.",
    "Our judgement: half a slate against the least that its product states",
    _side_lap,
    no_remedies,
)


def _coil(roof: SetOutSubject) -> Iterator[Finding]:
    found = roof.set_out.sheeted
    if found is None or found.shared is None or not found.shared.unplaced:
        return
    yield says(
        roof, "set-out.coil", "stop",
        f"{len(found.shared.unplaced)} sheets of up to {{0}} are longer than a coil of {{1}} gives.",
        Evidence("sheet", max(found.shared.unplaced), Quantity.LENGTH), Evidence("coil", found.coil, Quantity.LENGTH),
    )  # fmt: skip


COIL = Rule(
    "set-out.coil",
    "A sheet would span two coils",
    "set-out",
    "stop",
    "A sheet has no joint halfway up: what a coil cannot give in one length needs an end lap or a larger coil.",
    "Our judgement: geometry, mass/(ρ t w) less what is lost at the beginning of a coil",
    _coil,
    no_remedies,
)


def _in_line(roof: SetOutSubject) -> Iterator[Finding]:
    found = roof.set_out.sheeted
    lapped = [strip for strip in found.strips if strip.pieces > 1] if found is not None else []
    if not lapped or found is None:
        return
    longest = max(strip.high - strip.low for strip in lapped)
    most = found.product.transport
    yield says(
        roof, "set-out.end-laps", "note",
        f"{len(lapped)} strips run up to {{0}}; {{1}} is carried: they get end laps, sealed, staggered.",
        Evidence("strip", longest, Quantity.LENGTH), Evidence("carried", most, Quantity.LENGTH),
    )  # fmt: skip


IN_LINE = Rule(
    "set-out.end-laps",
    "Sheets in line",
    "set-out",
    "note",
    "An end lap is where a metal roof leaks first, and where its movement has to be let through.",
    "Our judgement: length against what can be carried to the site",
    _in_line,
    no_remedies,
)

RULES = (FAULT, GAUGE, WINDOW, SLIVER, ACROSS, PITCH, SIDE_LAP, COIL, IN_LINE)
