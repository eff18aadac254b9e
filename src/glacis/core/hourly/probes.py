# SPDX-License-Identifier: GPL-3.0-or-later
"""Probes of a document: laid, taken out, and held against the runs of their areas."""

from typing import TYPE_CHECKING

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.core.hourly.parts import HOURLY, Hours
from glacis.core.model.document import Project
from glacis.core.model.lookup import area_of, fresh_id
from glacis.core.model.probe import Probe, check_probe

if TYPE_CHECKING:
    from glacis.core.hourly.probe import Misfit


def probes_of(project: Project, area: str) -> tuple[Probe, ...]:
    """The probes in an area."""
    return tuple(probe for probe in project.probes if probe.area == area)


def add_probe(project: Project, probe: Probe) -> Project:
    """Lay a probe; it gets an id of its own.

    Raises:
        MissingReference: where there is no such area.
        ValueRefused: for readings that cannot be.
    """
    area_of(project, probe.area)
    probe = replace(probe, id=fresh_id({item.id for item in project.probes}, "probe"))
    check_probe(probe, f"probe '{probe.name}'")
    return replace(project, probes=(*project.probes, probe))


def change_probe(project: Project, identifier: str, **fields: object) -> Project:
    """State a probe otherwise: its name, its place, whether its meter corrects itself."""
    made = tuple(replace(p, **fields) if p.id == identifier else p for p in project.probes)
    for probe in made:
        check_probe(probe, f"probe '{probe.name}'")
    return replace(project, probes=made)


def remove_probe(project: Project, identifier: str) -> Project:
    """Take a probe out with its readings."""
    return replace(project, probes=tuple(p for p in project.probes if p.id != identifier))


class ProbesRead(Struct, frozen=True):
    """What is held against what; no hours where the area was not run."""

    hours: Hours | None
    probes: tuple[Probe, ...]


def _reads(reader: Reader, area: str) -> ProbesRead:
    probes = probes_of(reader.project, area)
    return ProbesRead(reader.ready(HOURLY, area) if probes else None, probes)


def _compared(read: ProbesRead) -> "tuple[tuple[Probe, Misfit], ...]":
    from glacis.core.hourly.probe import compared

    if read.hours is None:
        return ()
    return tuple((probe, compared(read.hours.run, probe)) for probe in read.probes)


PROBED: "Part[ProbesRead, tuple[tuple[Probe, Misfit], ...]]" = Part("probes", _reads, _compared)
"""The probes of an area against its run; none where it was not run."""
