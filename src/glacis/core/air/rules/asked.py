# SPDX-License-Identifier: GPL-3.0-or-later
"""What rules about air ask again and again, and the remedies that several of them offer."""

from collections.abc import Callable
from typing import TYPE_CHECKING

from msgspec.structs import replace

from glacis.core.air.change import change_air, new_vent, with_vent
from glacis.core.air.found import Aired
from glacis.core.area.analysed import AnalysedArea
from glacis.core.judgement.finding import Evidence, Finding, Remedy, Severity
from glacis.core.judgement.place import on_area
from glacis.core.model.air import Air
from glacis.core.model.document import Project

if TYPE_CHECKING:
    from glacis.core.air.layout import BayPiece, Layout


def laid(roof: AnalysedArea) -> "tuple[Aired, Layout] | None":
    """The air of an area whose bays are laid out; None where nothing is stated, or no air passes."""
    found = roof.aired
    return None if found is None or found.layout is None else (found, found.layout)


def says(
    roof: AnalysedArea, rule: str, severity: Severity, template: str, *evidence: Evidence
) -> Finding:
    """A finding on this roof's air."""
    return Finding(rule, severity, "air", on_area(roof.area.id), template, evidence)


def remedy(roof: AnalysedArea, title: str, change: Callable[[Air], Air]) -> Remedy:
    """A way out that changes the air of this area."""
    area = roof.area.id

    def apply(project: Project) -> Project:
        return change_air(project, area, change)

    return Remedy(title, apply)


def vented_too(roof: AnalysedArea, found: Aired, kind: str) -> Remedy:
    """Vents along all edges of a kind besides."""
    path = found.way.kind

    def change(air: Air) -> Air:
        return with_vent(air, new_vent(air, kind, kind, path))

    words = {
        "hip": "the hips",
        "valley": "the valleys",
        "ridge": "the ridge",
        "top": "the top edge",
    }
    return remedy(roof, f"vent {words.get(kind, kind)} too", change)


def whole_edges(air: Air) -> Air:
    """Every vent carried on to both ends of its edge."""
    return replace(air, vents=tuple(replace(vent, left=0.0, right=0.0) for vent in air.vents))


def starved(layout: "Layout", least: float) -> "list[BayPiece]":
    """Pieces longer than ``least`` [m] that air does not pass."""
    return [
        piece for piece in layout.pieces if piece.status != "through" and piece.piece.length > least
    ]
