# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about what holds: the chain, patterns that do not fit, ballast, clips, thrust, and what Heat counts."""

from collections.abc import Iterator
from functools import partial

from glacis.core.fixings.chain import Interface
from glacis.core.fixings.change import count_in_heat
from glacis.core.fixings.found import SetPlaced
from glacis.core.fixings.held import cover_of
from glacis.core.fixings.rows import GRAVEL_TO, floating_mass, travel
from glacis.core.fixings.rules.asked import laying, named, plain, says, setting, stating
from glacis.core.fixings.to_heat import are_alike, fed_by
from glacis.core.heat.assess import weight
from glacis.core.heat.corrections import inverted_layers
from glacis.core.judgement.by_fixings import FixingsSubject
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, no_remedies
from glacis.core.model.document import Project
from glacis.core.model.fixings import Ballast, BattenScrews, BoardScrews, Clips, SeamRows
from glacis.core.units.quantities import Quantity

STEEP = 5.0
"""Pitch from which battens over insulation push down the slope to speak of [°]; our judgement."""


def _between(link: Interface) -> str:
    return f"{plain(link.names[0])} and {plain(link.names[1])}"


def _unheld(roof: FixingsSubject) -> Iterator[Finding]:
    for link in roof.fixed.chain.interfaces:
        if link.unheld:
            zones = ", ".join(link.unheld)
            yield says(
                roof, "fixings.unheld", "stop",
                f"Nothing holds between {_between(link)} (zones {zones}); the wind asks for {{0}} there.",
                Evidence("load", link.load, Quantity.LOAD),
            )  # fmt: skip


def _hold(_project: Project, roof: FixingsSubject, finding: Finding) -> tuple[Remedy, ...]:
    """A set that ends just beneath could hold one layer more."""
    layers = roof.roof.layers
    found: list[Remedy] = []
    for link in roof.fixed.chain.interfaces:
        if f"between {_between(link)} (" not in finding.template:
            continue
        for each in roof.fixed.sets:
            held = each.set
            if held.holds == link.below and isinstance(
                held.way, SeamRows | BoardScrews | BattenScrews
            ):
                outer = next(layer.name for layer in layers if layer.id == link.above)
                words = f"Drive “{held.name}” through {outer} as well"
                found.append(setting(roof, held.id, words, holds=link.above))
            if held.zones and (held.holds == link.above or held.anchor == link.below):
                found.append(setting(roof, held.id, f"Use “{held.name}” in every zone", zones=()))
    return tuple(found[:3])


UNHELD = Rule(
    "fixings.unheld",
    "A layer that nothing holds",
    "fixings",
    "stop",
    "A chain holds as its weakest link, and a missing one is none. A plate clamps what lies under it, never what lies "
    "above.",
    "Our judgement: every part of a roof carries its suction down to the frame",
    _unheld,
    _hold,
)


def _overworked(roof: FixingsSubject) -> Iterator[Finding]:
    for each in roof.fixed.sets:
        worst = max(
            (pattern for pattern in each.held.patterns if pattern.use is not None),
            key=lambda pattern: pattern.use or 0.0, default=None,
        )  # fmt: skip
        bad = [pattern for pattern in each.held.patterns if not pattern.fits and pattern.bears > 0]
        if worst is None or worst.use is None or not bad:
            continue
        zone = roof.fixed.wind.zones[bad[0].zone]
        yield says(
            roof, "fixings.overworked", "stop",
            f"“{plain(each.set.name)}” does not hold zone {zone.name}: {worst.use * 100:.0f} % of what it bears in "
            "the densest pattern allowed, under {0}.",
            Evidence("w_d", zone.design, Quantity.LOAD),
        )  # fmt: skip


def _denser(_project: Project, roof: FixingsSubject, finding: Finding) -> tuple[Remedy, ...]:
    each = named(roof, finding)
    if each is None:
        return ()
    way, name = each.set.way, each.set.id
    if isinstance(way, SeamRows):
        found = []
        if not way.halves and len(cover_of(way)) == 1:
            found.append(
                laying(roof, name, "Lay half rolls, or a row in the middle of rolls", halves=True)
            )
        if way.least > 0.1:
            found.append(laying(roof, name, "Let fixings stand 100 mm apart", least=0.1))
        if way.step > 0.05 and way.flutes is None:
            found.append(laying(roof, name, "Mark off 50 mm", step=0.05))
        return tuple(found)
    if isinstance(way, BoardScrews):
        more = tuple(sorted({*way.patterns, 16, 20, 24, 30}))
        return (
            (laying(roof, name, "Allow up to 30 fixings to a board", patterns=more),)
            if more != way.patterns
            else ()
        )
    if isinstance(way, BattenScrews) and way.least > 0.1:
        return (laying(roof, name, "Let screws stand 100 mm apart", least=0.1),)
    return ()


OVERWORKED = Rule(
    "fixings.overworked",
    "More than the fixings bear",
    "fixings",
    "stop",
    "Wind tears first where it pulls hardest, at corners and edges, and then has the rest of the roof by its rim.",
    "EN 1990:2002, 6.4.2: design load over design resistance at most 1",
    _overworked,
    _denser,
)


def _flutes(roof: FixingsSubject) -> Iterator[Finding]:
    for each in roof.fixed.sets:
        if each.held.refused:
            words = f"“{plain(each.set.name)}” cannot be laid: {plain(each.held.refused)}."
            yield says(roof, "fixings.along-flutes", "stop", words)


def _turn(_project: Project, roof: FixingsSubject, finding: Finding) -> tuple[Remedy, ...]:
    each = named(roof, finding)
    if each is None or not isinstance(each.set.way, SeamRows) or each.set.way.flutes is None:
        return ()
    return (
        laying(
            roof,
            each.set.id,
            "Turn the rolls across the flutes",
            turn=(each.set.way.flutes + 90) % 180,
        ),
    )


FLUTES = Rule(
    "fixings.along-flutes",
    "Rows along the flutes",
    "fixings",
    "stop",
    "Rows along a flute hang a whole strip of sheet from one trough of the deck, which was never meant to bear that.",
    "Our judgement after the usual approvals of mechanically held sheets",
    _flutes,
    _turn,
)


def _astray(roof: FixingsSubject) -> Iterator[Finding]:
    known = {layer.id for layer in roof.roof.layers}
    for each in roof.fixed.sets:
        gone = [name for name in (each.set.holds, each.set.anchor) if name and name not in known]
        if gone:
            words = f"“{plain(each.set.name)}” points at {plain(' and '.join(gone))}, which the build-up no longer has."
            yield says(roof, "fixings.astray", "stop", words)


ASTRAY = Rule(
    "fixings.astray",
    "A set without its layer",
    "fixings",
    "stop",
    "The build-up changed under the fixings: say again what they hold and what they bite into.",
    "Our judgement: nothing is guessed",
    _astray,
    no_remedies,
)


def _ballast(roof: FixingsSubject) -> Iterator[Finding]:
    for each in roof.fixed.sets:
        way = each.set.way
        if not isinstance(way, Ballast):
            continue
        name = plain(each.set.name)
        if way.kind == "gravel" and roof.area.pitch > GRAVEL_TO:
            yield says(
                roof, "fixings.ballast", "stop", f"“{name}” is gravel on {{0}}; it stays up to {{1}}.",
                Evidence("pitch", roof.area.pitch, Quantity.ANGLE), Evidence("limit", GRAVEL_TO, Quantity.ANGLE),
            )  # fmt: skip
        allowed = way.allowance or roof.burden.permanent
        laid = max(way.mass, way.edges)
        if allowed and laid > allowed:
            yield says(
                roof, "fixings.ballast", "stop",
                f"“{name}” weighs {{0}} at edges; the structure may bear {{1}} for good.",
                Evidence("laid", laid, Quantity.AREA_MASS), Evidence("allowed", allowed, Quantity.AREA_MASS),
            )  # fmt: skip
        if (
            way.kind == "gravel"
            and each.held.patterns
            and max(p.load for p in each.held.patterns) > way.mass
        ):
            yield says(
                roof, "fixings.ballast", "mind",
                f"“{name}” at corners and edges wants pavers: gravel is scoured away long before it is too light.",
            )  # fmt: skip
        if not allowed:
            yield says(
                roof, "fixings.ballast", "mind", f"Nobody stated that the structure bears {{0}} of “{name}”.",
                Evidence("laid", laid, Quantity.AREA_MASS),
            )  # fmt: skip


def _pavers(_project: Project, roof: FixingsSubject, finding: Finding) -> tuple[Remedy, ...]:
    each = named(roof, finding)
    if each is None or not isinstance(each.set.way, Ballast) or "gravel" not in finding.template:
        return ()
    return (laying(roof, each.set.id, "Lay pavers", kind="pavers"),)


BALLAST = Rule(
    "fixings.ballast",
    "Ballast",
    "fixings",
    "stop",
    "Ballast that slides, scours away or breaks the deck is worse than none: check slope, corners and the structure.",
    "Our judgement after common rules for loose sheets; the structure is the engineer's",
    _ballast,
    _pavers,
)


def _floats(roof: FixingsSubject) -> Iterator[Finding]:
    layers = roof.roof.layers
    boards = inverted_layers(layers)
    if not boards:
        return
    need = sum(
        floating_mass(board.thickness, board.material.density)
        for board in boards
        if board.material is not None
    )
    over = weight(tuple(layers[layers.index(boards[-1]) + 1 :]))
    laid = sum(each.set.way.mass for each in roof.fixed.sets if isinstance(each.set.way, Ballast))
    if over + laid < need:
        yield says(
            roof, "fixings.floats", "stop",
            "Boards over the waterproofing float when the roof is flooded: they want {0} over them and have {1}.",
            Evidence("needed", need, Quantity.AREA_MASS), Evidence("there", over + laid, Quantity.AREA_MASS),
        )  # fmt: skip


FLOATS = Rule(
    "fixings.floats",
    "Boards that float",
    "fixings",
    "stop",
    "A blocked outlet lifts light boards and tips what lies on them; when the water goes they lie crosswise.",
    "Our judgement: buoyancy of the dry board, 0.9 on what weighs it down",
    _floats,
    no_remedies,
)


def _slides(roof: FixingsSubject) -> Iterator[Finding]:
    for each in roof.fixed.sets:
        way = each.set.way
        if not isinstance(way, Clips):
            continue
        moves = travel(way.expansion, way.fixed, way.range)
        if moves > way.slot:
            yield says(
                roof, "fixings.travel", "stop",
                f"Sheets under “{plain(each.set.name)}” move {{0}} at their free end; sliding clips let them go {{1}}.",
                Evidence("travel", moves, Quantity.JOINT), Evidence("slot", way.slot, Quantity.JOINT),
            )  # fmt: skip


def _middle(_project: Project, roof: FixingsSubject, finding: Finding) -> tuple[Remedy, ...]:
    each = named(roof, finding)
    if each is None or not isinstance(each.set.way, Clips):
        return ()
    return (
        laying(
            roof, each.set.id, "Put the fixed clips into the middle", fixed=each.set.way.fixed / 2
        ),
    )


TRAVEL = Rule(
    "fixings.travel",
    "Sheets that cannot move",
    "fixings",
    "stop",
    "A sheet that cannot slide buckles on the first hot day and tears its clips in the first cold night.",
    "Our judgement: α L ΔT to both sides of the fixed clips against the slot of the product",
    _slides,
    _middle,
)


def _thrust(roof: FixingsSubject) -> Iterator[Finding]:
    found = roof.fixed.thrust
    if found is None or roof.area.pitch <= STEEP:
        return
    held = next(each for each in roof.fixed.sets if each.set.id == found.set)
    way = held.set.way
    if not isinstance(way, BattenScrews):
        return
    name = plain(held.set.name)
    if way.thrust is None:
        yield says(
            roof, "fixings.thrust", "mind",
            f"“{name}” carry a covering over insulation, and nobody stated what takes its thrust down the slope: "
            "{0} on every rafter. Square screws only bend.",
            Evidence("sum", found.eaves, Quantity.FORCE),
        )  # fmt: skip
    elif found.truss is not None:
        yield from _truss(roof, name, way, held)


def _truss(
    roof: FixingsSubject, name: str, way: BattenScrews, held: SetPlaced
) -> Iterator[Finding]:
    found = roof.fixed.thrust
    if found is None or found.truss is None:
        return
    soft = not way.pairs
    if soft and way.limit > 0 and found.truss.stress > way.limit:
        yield says(
            roof, "fixings.thrust", "stop",
            f"Angled screws of “{name}” press the insulation with {{0}}; it bears {{1}} for good.",
            Evidence("stress", found.truss.stress, Quantity.STRESS), Evidence("limit", way.limit, Quantity.STRESS),
        )  # fmt: skip
    elif soft and way.limit <= 0:
        yield says(
            roof, "fixings.thrust", "mind",
            f"Angled screws of “{name}” press the insulation with {{0}}; nobody stated what it bears for good.",
            Evidence("stress", found.truss.stress, Quantity.STRESS),
        )  # fmt: skip
    laid = max((pattern.spacing for pattern in held.held.patterns), default=0.0)
    pressed = found.truss.compression * min(laid, found.truss.spacing)
    if way.pairs and pressed > found.buckling:
        yield says(
            roof, "fixings.thrust", "stop",
            f"Square screws of “{name}” threaded in the batten are pressed with {{0}} each and buckle at {{1}}.",
            Evidence("pressed", pressed, Quantity.FORCE), Evidence("buckles", found.buckling, Quantity.FORCE),
        )  # fmt: skip
    if 0 < found.truss.spacing < laid:
        yield says(
            roof, "fixings.thrust", "stop",
            f"Angled screws of “{name}” have to stand {{0}} apart; the wind alone lets them stand {{1}} apart.",
            Evidence("needed", found.truss.spacing, Quantity.THICKNESS), Evidence("laid", laid, Quantity.THICKNESS),
        )  # fmt: skip


def _take_thrust(_project: Project, roof: FixingsSubject, finding: Finding) -> tuple[Remedy, ...]:
    each = named(roof, finding)
    found = roof.fixed.thrust
    if each is None or found is None or not isinstance(each.set.way, BattenScrews):
        return ()
    name, way = each.set.id, each.set.way
    ways = []
    if way.thrust != "angled":
        ways.append(
            laying(
                roof,
                name,
                "Lean screws at 65°, beside the square ones that hold the wind",
                thrust="angled",
                lean=65.0,
            )
        )
    if way.thrust != "stop":
        ways.append(laying(roof, name, "Stop the battens at the eaves", thrust="stop"))
    if found.truss is not None and not way.pairs:
        ways.append(laying(roof, name, "Add square screws threaded in the batten", pairs=True))
    if found.truss is not None and found.truss.spacing < way.most:
        closer = max(way.least, way.step * int(found.truss.spacing / way.step))
        ways.append(
            laying(roof, name, f"Screws no more than {closer * 1000:.0f} mm apart", most=closer)
        )
    return tuple(ways)


THRUST = Rule(
    "fixings.thrust",
    "Thrust down the slope",
    "fixings",
    "stop",
    "A covering over insulation hangs on its screws like a shelf on nails in foam: it creeps down, opens the ridge and "
    "pushes the eaves out.",
    "Usual approvals of screws for insulation over rafters; EN 1995-1-1:2004, 8.7. No friction is taken",
    _thrust,
    _take_thrust,
)


def _heat(roof: FixingsSubject) -> Iterator[Finding]:
    if not roof.fixed.wind.zones or not roof.fixed.sets:
        return
    stated = roof.roof.assembly.imperfections
    counted = (stated.fixings, *stated.others) if stated.fixing == "counted" else ()
    fed = tuple(each.mean for each in fed_by(roof.fixed.sets, roof.roof.layers))
    if are_alike(counted, fed):
        return
    there = sum(each.per_area for each in fed)
    told = sum(each.per_area for each in counted)
    words = {"unstated": "Heat does not know of them", "none": "Heat is told that there are none"}
    yield says(
        roof, "fixings.heat", "mind",
        "Fixings through the insulation: {0} in the mean of this area; "
        + words.get(stated.fixing, "Heat counts {1}") + ".",
        Evidence("placed", there, Quantity.COUNT_AREA), Evidence("counted", told, Quantity.COUNT_AREA),
    )  # fmt: skip


def _count(_project: Project, roof: FixingsSubject, _finding: Finding) -> tuple[Remedy, ...]:
    fed = fed_by(roof.fixed.sets, roof.roof.layers)
    assembly = roof.roof.assembly.id
    mean = partial(count_in_heat, assembly=assembly, counted=tuple(each.mean for each in fed))
    worst = partial(count_in_heat, assembly=assembly, counted=tuple(each.worst for each in fed))
    if not fed:
        return (Remedy("Tell Heat that none pass insulation", mean),)
    return Remedy("Count what is placed, in the mean", mean), Remedy(
        "Count the densest zone", worst
    )


HEAT = Rule(
    "fixings.heat",
    "Heat counts other fixings",
    "fixings",
    "mind",
    "Every metal shaft is a thermal bridge; a roof screwed for a storm loses more than one screwed by habit.",
    "ISO 6946:2017, annex F.3",
    _heat,
    _count,
)


def _share(roof: FixingsSubject) -> Iterator[Finding]:
    if roof.fixed.stated.share < 1.0:
        yield says(
            roof, "fixings.share", "note",
            "The covering is taken to carry {0} of the wind, the underlay the rest: that wants a test.",
            Evidence("share", roof.fixed.stated.share, Quantity.SHARE),
        )  # fmt: skip


def _whole(_project: Project, roof: FixingsSubject, _finding: Finding) -> tuple[Remedy, ...]:
    return (stating(roof, "Take all of it on the covering", share=1.0),)


SHARE = Rule(
    "fixings.share",
    "A share of the wind",
    "fixings",
    "note",
    "How pressure splits between tiles and underlay depends on both; a figure without a test is a hope.",
    "Our judgement: 1.0 unless tested",
    _share,
    _whole,
)
RULES = (UNHELD, OVERWORKED, FLUTES, ASTRAY, BALLAST, FLOATS, TRAVEL, THRUST, HEAT, SHARE)
