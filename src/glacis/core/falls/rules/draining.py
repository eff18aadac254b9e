# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about the surface: whether it drains, how steeply, and what it is made of."""

from collections.abc import Iterator

from msgspec.structs import replace

from glacis.core.area.analysed import AnalysedArea
from glacis.core.falls.change import change_falls, thing_of, with_thing, without_thing
from glacis.core.falls.coping import UPSTAND
from glacis.core.falls.found import Drained, Undrained
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, no_remedies
from glacis.core.judgement.place import on_area, on_outlet
from glacis.core.model.document import Project
from glacis.core.model.falls import Falls, LevelLine, Outlet
from glacis.core.units.quantities import Quantity

FINISHED = 1 / 80
"""Fall that a finished surface wants at least [-] (our judgement after BS 6229:2018, 4.6, as recalled, confirm)."""
STEEPEST_MEAN = 0.05
"""Falls up to which the mean of annex C holds [-] (ISO 6946:2017, C.1)."""
HAIR = 1e-9
"""Share that is rounding [-]; our judgement."""


def surface_in(roof: AnalysedArea) -> Drained | None:
    """The falls of an area; None where it has none, or none that drain."""
    return roof.drained if isinstance(roof.drained, Drained) else None


def _broken(roof: AnalysedArea) -> Iterator[Finding]:
    found = roof.drained
    if not isinstance(found, Undrained):
        return
    place = on_outlet(found.thing, roof.area.id) if found.thing else on_area(roof.area.id)
    yield Finding("falls.broken", "stop", "falls", place, found.why)


def _take_it_out(_project: Project, roof: AnalysedArea, finding: Finding) -> tuple[Remedy, ...]:
    falls = roof.drained.stated if roof.drained else None
    if falls is None or finding.place.kind != "outlet":
        return ()
    thing = thing_of(falls, finding.place.ids[0])
    if thing is None:
        return ()
    return (
        Remedy(
            f"take {thing.name} out",
            lambda p: change_falls(p, falls.area, lambda f: without_thing(f, thing.id)),
        ),
    )


BROKEN = Rule(
    "falls.broken",
    "Falls that give no surface",
    "falls",
    "stop",
    "Rain that finds no way out stays on the roof until it breaks it or leaks.",
    "Our judgement: every place of a roof needs a way down to an outlet.",
    _broken,
    _take_it_out,
)


def _least(roof: AnalysedArea) -> Iterator[Finding]:
    found = surface_in(roof)
    if found is None or found.least_fall >= FINISHED * (1 - HAIR):
        return
    yield Finding(
        "falls.least",
        "mind",
        "falls",
        on_area(roof.area.id),
        "The least fall on the way to an outlet is {0}; {1} is wanted once it is built.",
        (
            Evidence("least fall", found.least_fall, Quantity.FALL),
            Evidence("wanted", FINISHED, Quantity.FALL),
        ),
    )


def _steeper(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    found = surface_in(roof)
    if found is None or found.least_fall <= 0:
        return ()
    fall = found.stated.fall * FINISHED / found.least_fall
    return (
        Remedy(
            f"fall 1:{1 / fall:.0f}, so that valleys keep 1:{1 / FINISHED:.0f}",
            lambda p: change_falls(p, found.area.id, lambda f: replace(f, fall=fall)),
        ),
    )


LEAST = Rule(
    "falls.least",
    "Fall below what drains",
    "falls",
    "mind",
    "Water stands where a valley or a facet is nearly level; dirt, frost and ponds follow.",
    "Our judgement after BS 6229:2018, 4.6, as recalled: finished falls of 1:80 or more",
    _least,
    _steeper,
)


def _dry(roof: AnalysedArea) -> Iterator[Finding]:
    found = surface_in(roof)
    for drain in found.drains if found else ():
        if drain.dry > 0:
            yield Finding(
                "falls.dry",
                "mind",
                "falls",
                on_outlet(drain.id, roof.area.id),
                f"{drain.name} stays dry: it lies {{0}} above the surface that falls to its neighbours.",
                (Evidence("dry by", drain.dry, Quantity.THICKNESS),),
            )


def _lower_it(_project: Project, roof: AnalysedArea, finding: Finding) -> tuple[Remedy, ...]:
    found = surface_in(roof)
    drain = next((d for d in found.drains if d.id == finding.place.ids[0]), None) if found else None
    thing = thing_of(found.stated, drain.id) if found and drain else None
    if found is None or drain is None or not isinstance(thing, Outlet | LevelLine):
        return ()
    lower = replace(thing, raised=max(0.0, thing.raised - drain.dry))
    area = found.area.id
    return (
        Remedy(
            f"lower {thing.name} to the surface",
            lambda p: change_falls(p, area, lambda f: with_thing(f, lower)),
        ),
        Remedy(
            f"take {thing.name} out",
            lambda p: change_falls(p, area, lambda f: without_thing(f, thing.id)),
        ),
    )


DRY = Rule(
    "falls.dry",
    "Outlet that stays dry",
    "falls",
    "mind",
    "An outlet above the surface takes no water, and its share falls to the others.",
    "Our judgement: what the stated falls make of it",
    _dry,
    _lower_it,
)


def _no_layer(roof: AnalysedArea) -> Iterator[Finding]:
    found = surface_in(roof)
    if found is None or roof.taper is not None or found.stated.means == "structure":
        return
    yield Finding(
        "falls.layer",
        "mind",
        "falls",
        on_area(roof.area.id),
        "No layer makes the falls: the one named is not in the build-up, or does not count.",
    )


def _by_structure(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    def structure(falls: Falls) -> Falls:
        return replace(falls, means="structure", layer="")

    def outermost(falls: Falls) -> Falls:
        return replace(falls, layer="")

    area = roof.area.id
    found = [Remedy("let the structure fall", lambda p: change_falls(p, area, structure))]
    if any(layer.is_insulation for layer in roof.layers):
        found.insert(0, Remedy("taper the insulation", lambda p: change_falls(p, area, outermost)))
    return tuple(found)


NO_LAYER = Rule(
    "falls.layer",
    "Falls that nothing makes",
    "falls",
    "mind",
    "Falls have to be built by something: boards, screed, foam, strips or the structure.",
    "Our judgement: what is not in the build-up is not built.",
    _no_layer,
    _by_structure,
)


def _thinnest(roof: AnalysedArea) -> Iterator[Finding]:
    taper = roof.taper
    if taper is None or not roof.meets_target or roof.meets(taper.thinnest):
        return
    yield Finding(
        "falls.thinnest",
        "note",
        "falls",
        on_area(roof.area.id, (taper.layer,)),
        "U is {0} over the whole roof, but {1} where the taper is thinnest; the target is {2}.",
        (
            Evidence("U", taper.transmittance, Quantity.TRANSMITTANCE),
            Evidence("U at the thinnest place", taper.thinnest, Quantity.TRANSMITTANCE),
            Evidence("target", roof.target, Quantity.TRANSMITTANCE),
        ),
    )


THINNEST = Rule(
    "falls.thinnest",
    "Target met by the mean alone",
    "falls",
    "note",
    "Round the outlets the roof is thinnest: some size a taper there, others by its mean. Both are shown.",
    "ISO 6946:2017, annex C, gives the mean; practice is divided on which to size by",
    _thinnest,
    no_remedies,
)


def _steep(roof: AnalysedArea) -> Iterator[Finding]:
    found = surface_in(roof)
    if found is None or roof.taper is None:
        return
    steepest = max(facet.fall for facet in found.facets.facets)
    if steepest > STEEPEST_MEAN * (1 + HAIR):
        yield Finding(
            "falls.steep",
            "note",
            "falls",
            on_area(roof.area.id),
            "Facets fall {0}; the mean U of a taper is stated for falls up to {1}.",
            (
                Evidence("steepest", steepest, Quantity.FALL),
                Evidence("limit", STEEPEST_MEAN, Quantity.FALL),
            ),
        )


STEEP = Rule(
    "falls.steep",
    "Taper steeper than its method",
    "falls",
    "note",
    "On steep tapers heat flows across the slope too, which the method leaves out.",
    "ISO 6946:2017, C.1",
    _steep,
    no_remedies,
)


def _upstand(roof: AnalysedArea) -> Iterator[Finding]:
    found = surface_in(roof)
    if found is None or not found.stated.upstand:
        return
    left = found.stated.upstand - found.highest
    if left >= UPSTAND * (1 - HAIR):
        return
    yield Finding(
        "falls.upstand",
        "mind",
        "falls",
        on_area(roof.area.id),
        "At the highest finished place {0} of upstand is left; {1} is wanted.",
        (
            Evidence("left", left, Quantity.THICKNESS),
            Evidence("wanted", UPSTAND, Quantity.THICKNESS),
        ),
    )


def _higher(_project: Project, roof: AnalysedArea, _finding: Finding) -> tuple[Remedy, ...]:
    found = surface_in(roof)
    if found is None:
        return ()
    top = found.highest + UPSTAND
    return (
        Remedy(
            f"raise the upstands to {top * 1000:.0f} mm above the lowest outlet",
            lambda p: change_falls(p, found.area.id, lambda f: replace(f, upstand=top)),
        ),
    )


UPSTANDS = Rule(
    "falls.upstand",
    "Upstand too low where the surface is highest",
    "falls",
    "mind",
    "Splash, snow and standing water get over a low upstand; it is lowest where the taper is thickest.",
    "Our judgement after BS 6229:2018, 4.9, as recalled: 150 mm over the finished surface",
    _upstand,
    _higher,
)


RULES = (BROKEN, LEAST, DRY, NO_LAYER, THINNEST, STEEP, UPSTANDS)
