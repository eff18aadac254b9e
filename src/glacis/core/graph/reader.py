# SPDX-License-Identifier: GPL-3.0-or-later
"""One document as parts read it, with every part's value that follows from it."""

from collections.abc import Callable
from typing import Any, TypeVar

from msgspec import Struct

from glacis.core.errors import GlacisError, MissingReference
from glacis.core.graph.memo import MISSING, Memo
from glacis.core.graph.part import (
    AnyPart,
    Failed,
    LongPart,
    NotReady,
    Pending,
    Progress,
    Ready,
    State,
    unwatched,
)
from glacis.core.graph.series import Series
from glacis.core.materials.library import Family, Library
from glacis.core.model.document import Assembly, Material, Project, RoofArea, Zone
from glacis.core.stages import Stage

Value = TypeVar("Value")
Found = TypeVar("Found")


Hours = Callable[[str], Series | None]
"""Finds the numbers of a weather year by their digest."""


def no_hours(_digest: str) -> None:
    """For programs that keep no series."""


class Known(Struct, frozen=True):
    """What is known beside the document.

    Attributes:
        library: materials and families that everybody shares.
        families: of that library, by id.
        materials: all that the project may use, by id.
        rules: what findings are made by.
        stages: whose rules they are.
        hours: the numbers of a weather year by their digest; None where they are not kept.
    """

    library: Library
    families: dict[str, Family]
    materials: dict[str, Material]
    rules: tuple[Any, ...]
    stages: tuple[Stage, ...]
    hours: Hours = no_hours


class Reader:
    """What parts may read of a document, looked up fast, and their values.

    Attributes:
        project: the document.
        known: what is known beside the document.
    """

    def __init__(self, project: Project, known: Known, memo: Memo) -> None:
        self.project = project
        self.known = known
        self._memo = memo
        self._areas = {area.id: area for area in project.areas}
        self._assemblies = {assembly.id: assembly for assembly in project.assemblies}
        self._zones = {zone.id: zone for zone in project.zones}
        self._once: dict[str, Any] = {}
        self._here: dict[tuple[str, int, str], tuple[object, Any]] = {}
        self._arrivals = memo.arrivals
        self._seen = memo.arrivals[0]

    def beside(self, project: Project) -> "Reader":
        """Another document with the same materials, whose values are remembered alike."""
        return Reader(project, self.known, self._memo)

    @property
    def site_hours(self) -> Series | None:
        """The numbers of the weather file that the site has; None without one, or where they are not kept."""
        file = self.project.site.weather.file
        return self.known.hours(file.digest) if file is not None else None

    def area(self, identifier: str) -> RoofArea:
        """A roof area.

        Raises:
            MissingReference: where there is no such area.
        """
        return _found(self._areas, identifier, "roof area", "The project")

    def has_area(self, identifier: str) -> bool:
        """Whether the project has such a roof area."""
        return identifier in self._areas

    def assembly(self, area: RoofArea) -> Assembly:
        """The build-up of an area.

        Raises:
            MissingReference: where there is no such assembly.
        """
        return _found(self._assemblies, area.assembly, "assembly", f"Roof area '{area.name}'")

    def zone(self, area: RoofArea) -> Zone:
        """The rooms beneath an area.

        Raises:
            MissingReference: where there are no such rooms.
        """
        return _found(self._zones, area.zone, "indoor zone", f"Roof area '{area.name}'")

    def once(self, name: str, make: Callable[[], Found]) -> Found:
        """What ``make`` gives under a name, asked once for a document."""
        if name not in self._once:
            self._once[name] = make()
        found: Found = self._once[name]
        return found

    def value(self, part: AnyPart[Value], subject: str) -> Value:
        """The value of a part, worked out now where it is not known.

        Raises:
            NotReady: for a long part, or one that reads it, while it is not known.
            GlacisError: what working it out refuses.
        """
        if self._seen != self._arrivals[0]:  # parts may read whether a long one is there
            self._seen = self._arrivals[0]
            self._here.clear()
        here = (part.name, id(part.reads), subject)
        known = self._here.get(here)
        if known is not None:
            value: Value = known[1]
            return value
        read = part.reads(self, subject)
        key = self._memo.key(part.name, read)
        value = self._memo.find(key)
        if value is MISSING:
            if isinstance(part, LongPart):
                raise NotReady(part.name, subject)
            value = part.compute(read)
            self._memo.keep(key, value, part.weigh(value))
        self._here[here] = (part.reads, value)
        return value

    def state(self, part: AnyPart[Value], subject: str) -> State[Value]:
        """How a part stands; works out nothing but what its key needs."""
        try:
            read = part.reads(self, subject)
        except NotReady:
            return Pending()
        except GlacisError as fault:
            return Failed(str(fault))
        found = self._memo.find(self._memo.key(part.name, read))
        return Pending() if found is MISSING else Ready(found)

    def finish(
        self, part: LongPart[Any, Value], subject: str, progress: Progress = unwatched
    ) -> Value:
        """The value of a long part, worked out here and now.

        Raises:
            NotReady: where it reads a long part that is not known.
            GlacisError: what working it out refuses.
        """
        if isinstance(self.state(part, subject), Ready):
            return self.value(part, subject)
        return self.keep(part, subject, part.work(part.reads(self, subject), progress))

    def keep(self, part: LongPart[Any, Value], subject: str, value: Value) -> Value:
        """Remember what was worked out elsewhere from what the part reads of this document."""
        key = self._memo.key(part.name, part.reads(self, subject))
        self._memo.arrive(key, value, part.weigh(value), part.glance(self, subject))
        return value

    @property
    def came(self) -> int:
        """How many values of long parts have come so far, for whatever document."""
        return self._arrivals[0]

    def ready(self, part: LongPart[Any, Value], subject: str) -> Value | None:
        """The value of a long part where it is there already."""
        if not self.came or not self._may_have(part, subject):
            return None
        state = self.state(part, subject)
        return state.value if isinstance(state, Ready) else None

    def _may_have(self, part: LongPart[Any, Value], subject: str) -> bool:
        try:
            return self._memo.may_have(part.name, part.glance(self, subject))
        except (NotReady, GlacisError):
            return False


def _found(items: dict[str, Found], identifier: str, kind: str, where: str) -> Found:
    try:
        return items[identifier]
    except KeyError:
        raise MissingReference(kind, identifier, where) from None
