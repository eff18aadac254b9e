# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about what touches what at junctions, details for dry climates, and pipes too near an edge."""

from collections.abc import Iterator
from functools import partial

from glacis.core.judgement.by_junction import LinesSubject
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Rule, Severity, no_remedies
from glacis.core.junctions.change import set_link, want_dry
from glacis.core.junctions.contacts import FAMILY_NAMES, Judged, contact, faces_of, worst
from glacis.core.junctions.dry_only import detail_of, judge_dry
from glacis.core.junctions.rules.asked import name_of, plain, says
from glacis.core.model.document import Project
from glacis.core.model.junctions import Contact, Link
from glacis.core.units.quantities import Quantity

T = Quantity.THICKNESS
SEVERE: dict[Contact, Severity] = {"forbidden": "stop", "separate": "mind", "test": "mind"}
SAYS: dict[Contact, str] = {
    "forbidden": "they may not touch", "separate": "they need a layer between", "test": "their makers have to be asked",
}  # fmt: skip
SAFE_GLUES = ("but", "acr", "pu")
"""Families of glue and tape offered in place of one that harms; our judgement: those at hand on site."""
CLEAR = 0.15
"""Room that a flashing needs between a pipe and an edge [m]; our judgement: a hand with a roller."""


def _faces(subject: LinesSubject, link: Link) -> list[str]:
    """Families of the faces that meet at a link: of the layers, and of its glue."""
    layers = [subject.found.element(name).layer for name in (link.start, link.end)]
    found = []
    for number, layer in enumerate(layers):
        faces = faces_of(layer.material) if layer is not None else None
        if faces is not None:
            over = link.over == ("from" if number == 0 else "to")
            found.append(faces[0] if over else faces[1])
    return [*found, link.glue] if link.glue in FAMILY_NAMES else found


def _judged(subject: LinesSubject, link: Link, glue: str = "") -> tuple[Judged, str] | None:
    """The worst that faces at a link do to each other, and which; None where none is known to touch."""
    faces = _faces(subject, link)
    if glue:
        faces = [*faces[:-1], glue]
    pairs = [(a, b) for k, a in enumerate(faces) for b in faces[k + 1 :]]
    if not pairs:
        return None
    verdict = worst(contact(a, b, subject.contacts) for a, b in pairs)
    a, b = next(pair for pair in pairs if contact(*pair, subject.contacts) == verdict)
    return verdict, f"{FAMILY_NAMES[a]} and {FAMILY_NAMES[b]}"


def _touching(subject: LinesSubject) -> Iterator[Finding]:
    if not subject.found.stated and len(subject.piece.areas) < 2:
        return
    for link in subject.found.links:
        found = _judged(subject, link)
        if found is None or found[0].value == "compatible":
            continue
        judged, pair = found
        words = (
            f"{name_of(subject)}, {plain(link.start)} on {plain(link.end)}: {pair.lower()}, {SAYS[judged.value]}. "
            f"{plain(judged.reason)}"
        )
        yield says(subject, "junction.contact", SEVERE[judged.value], words)


def _other_glue(_project: Project, subject: LinesSubject, finding: Finding) -> tuple[Remedy, ...]:
    for number, link in enumerate(subject.found.links):
        if f"{plain(link.start)} on {plain(link.end)}" in finding.template and link.glue:
            return tuple(
                Remedy(
                    f"Join it with {FAMILY_NAMES[glue].lower()}",
                    partial(set_link, found=subject.found, number=number, glue=glue),
                )
                for glue in SAFE_GLUES
                if glue != link.glue and _is_fine(subject, link, glue)
            )
    return ()


def _is_fine(subject: LinesSubject, link: Link, glue: str) -> bool:
    found = _judged(subject, link, glue)
    return found is not None and found[0].value == "compatible"


CONTACT = Rule(
    "junction.contact",
    "Materials that harm each other at a joint",
    "junctions",
    "stop",
    "Plasticiser, oils, acids and ions wander from face to face; a glue touches both. The joint that held on the day "
    "lets go years later.",
    "Our judgement after trade knowledge; the products' own approvals outrank it",
    _touching,
    _other_glue,
)


def _dry(subject: LinesSubject) -> Iterator[Finding]:
    stated = subject.stated
    if stated is None or not stated.dry:
        return
    detail = detail_of(stated.dry)
    verdict = judge_dry(detail, subject.rain, subject.frosts, stated.dry_holds)
    if verdict.verdict != "ok":
        year = sum(subject.rain)
        words = f"{name_of(subject)}, {detail.name}, under {{0}} of rain in a year: {verdict.why}."
        yield says(
            subject,
            "junction.dry-only",
            verdict.verdict,
            words,
            Evidence("rain", year, Quantity.RAIN),
        )


def _safe(_project: Project, subject: LinesSubject, _finding: Finding) -> tuple[Remedy, ...]:
    stated = subject.stated
    if stated is None or not stated.dry:
        return ()
    safe = detail_of(stated.dry).safe
    return (
        Remedy(f"Build the safe form: {safe}", partial(want_dry, junction=stated.id, detail="")),
    )


DRY = Rule(
    "junction.dry-only",
    "Detail for dry climates",
    "junctions",
    "stop",
    "A detail that has lasted in a desert for a century rots within years on a coast.",
    "Our judgement: rain, wettest month and nights of frost that such details are known to stand",
    _dry,
    _safe,
)


def _near_edge(subject: LinesSubject) -> Iterator[Finding]:
    if subject.clear is not None and subject.clear < CLEAR:
        yield says(
            subject, "junction.no-room", "mind",
            f"{name_of(subject)}: {{0}} to the nearest edge leave no room to flash it; it needs {{1}}.",
            Evidence("clear", max(0.0, subject.clear), T), Evidence("needs", CLEAR, T),
        )  # fmt: skip


NO_ROOM = Rule(
    "junction.no-room",
    "Pipe too near an edge",
    "junctions",
    "mind",
    "A collar needs a flat place all round to be welded or lapped; squeezed against an upstand nobody can roll it.",
    "Our judgement: 150 mm, a hand with a roller",
    _near_edge,
    no_remedies,
)

RULES = (CONTACT, DRY, NO_ROOM)
