# SPDX-License-Identifier: GPL-3.0-or-later
"""The roof as built: a copy of the document with what was built otherwise."""

from collections.abc import Iterator

from msgspec.structs import replace

from glacis.core.errors import GlacisError
from glacis.core.model.document import Project
from glacis.core.model.edit import give_own_assembly, remove_layer, set_layer, set_thickness
from glacis.core.model.layers import MembraneLayer, SolidLayer
from glacis.core.model.log import Asked, Attachment, Deviated, Entry, Left, Log, Observed
from glacis.core.model.lookup import area_of, assembly_of


def standing(log: Log) -> tuple[Entry, ...]:
    """Entries that nobody has corrected, in their order."""
    corrected = {entry.corrects for entry in log.entries if entry.corrects}
    return tuple(entry for entry in log.entries if entry.id not in corrected)


def waiting(log: Log) -> tuple[Entry, ...]:
    """Questions nobody has answered and work nobody has finished."""
    return tuple(
        entry for entry in standing(log)
        if (isinstance(entry.what, Asked) and not entry.what.answer.strip())
        or (isinstance(entry.what, Left) and not entry.what.closed)
    )  # fmt: skip


def chain_of(entry: Entry, log: Log) -> tuple[Entry, ...]:
    """An observation with all it goes on from, the oldest first."""
    by = {each.id: each for each in log.entries}
    found = [entry]
    while isinstance(found[-1].what, Observed) and found[-1].what.continues in by:
        found.append(by[found[-1].what.continues])
    return tuple(reversed(found))


def attachments_of(log: Log) -> tuple[Attachment, ...]:
    """Every file that an entry names, once each."""
    found = {file.sha256: file for entry in log.entries for file in entry.attachments}
    return tuple(found.values())


def deviations(log: Log) -> tuple[tuple[Entry, Deviated], ...]:
    """What was built otherwise than drawn, as it stands."""
    return tuple((entry, entry.what) for entry in standing(log) if isinstance(entry.what, Deviated))


def as_built(project: Project) -> tuple[Project, tuple[str, ...]]:
    """The document with every deviation that has figures, and ids of entries that no longer fit it."""
    lost = []
    for entry, what in deviations(project.log):
        if not what.missing and what.thickness is None and not what.material:
            continue
        try:
            project = _changed(project, entry, what)
        except GlacisError:
            lost.append(entry.id)
    return project, tuple(lost)


def _changed(project: Project, entry: Entry, what: Deviated) -> Project:
    """The area gets a build-up of its own first: what others share is built as drawn there."""
    area = area_of(project, entry.spot.area)
    assembly = assembly_of(project, area)
    if sum(other.assembly == assembly.id for other in project.areas) > 1:
        project = give_own_assembly(project, area.id)
        assembly = assembly_of(project, area_of(project, area.id))
    layer = next((x for x in assembly.layers if x.id == entry.spot.layer), None)
    if what.missing:
        return remove_layer(project, assembly.id, entry.spot.layer)
    if what.material and isinstance(layer, (SolidLayer, MembraneLayer)):
        project = set_layer(project, assembly.id, replace(layer, material=what.material))
    if what.thickness is not None:
        project = set_thickness(project, assembly.id, entry.spot.layer, what.thickness)
    return project


def differences(project: Project) -> Iterator[str]:
    """Each deviation as a sentence."""
    for entry, what in deviations(project.log):
        agreed = (
            f"agreed by {what.agreed}, {what.agreed_on}" if what.agreed else "nobody has agreed"
        )
        yield f"{entry.date}: drawn {what.drawn}, built {what.built} ({agreed})."
