# SPDX-License-Identifier: GPL-3.0-or-later
"""Documents to results, remembering every part under exactly what it reads."""

from functools import cached_property, lru_cache

from glacis.core.analysis.results import Results, Scope
from glacis.core.graph.memo import Memo
from glacis.core.graph.reader import Hours, Known, Reader, no_hours
from glacis.core.graph.series import Series
from glacis.core.judgement.catalogue import RuleBook, rule_book
from glacis.core.materials.library import Library
from glacis.core.model.document import Material, Project
from glacis.core.stages import STAGES, Stage

NO_RULES = RuleBook(())


@lru_cache(4)
def worker_analyser(
    library: Library, stages: tuple[Stage, ...], hours: Series | None
) -> "Analyser":
    """The analyser of a worker, kept so that what is alike in the next piece of work is worked out once.

    Args:
        library: materials and families that everybody shares.
        stages: whose rules judge.
        hours: the only weather year that it knows; None for none.
    """

    def kept(digest: str) -> Series | None:
        return hours if hours is not None and hours.digest == digest else None

    return Analyser(library, stages, kept)


class Analyser:
    """Turns documents into results; an edit works out only what depends on it.

    Attributes:
        library: materials and families that everybody shares.
        stages: whose rules judge.
    """

    def __init__(
        self, library: Library, stages: tuple[Stage, ...] = STAGES, hours: Hours = no_hours
    ) -> None:
        self.library = library
        self._hours = hours
        self.stages = stages
        self._memo = Memo()
        self._families = library.family_index()
        self._shared = library.index()

    @property
    def counts(self) -> dict[str, int]:
        """How often each part was really worked out."""
        return self._memo.counts

    def materials(self, project: Project) -> dict[str, Material]:
        """All materials a project may use, by id."""
        if not project.materials:
            return self._shared
        return self.library.index(project.materials)

    @cached_property
    def rules(self) -> RuleBook:
        """The rules of all stages, gathered when they are first asked for."""
        return rule_book(self.stages)

    def analyse(self, project: Project, scope: Scope = "all") -> Results:
        """All results of ``project``, or figures without findings.

        Figures of areas with falls or vents wait until they are asked for, where no findings are wanted: what
        their surface needs takes longer to load than a window to open.

        Raises:
            MissingReference: where an area names an assembly or zone that does not exist.
        """
        results = self._results(project, self._memo, scope)
        if scope == "all":
            _ = results.areas, results.whole
            return results
        stated = (project.falls, project.airs, project.set_outs)
        later = {item.area for items in stated for item in items}
        for area in project.areas:
            if area.id not in later:
                results.of(area.id)
        return results

    def preview(self, project: Project) -> Results:
        """Results of a document that is only being considered, each worked out when asked for.

        They are remembered as long as the preview is kept, and leave nothing behind.
        """
        return self._results(project, self._memo.scratch(), "all")

    def _results(self, project: Project, memo: Memo, scope: Scope) -> Results:
        book = self.rules if scope == "all" else NO_RULES
        materials = self.materials(project)
        known = Known(self.library, self._families, materials, book.rules, self.stages, self._hours)
        return Results(Reader(project, known, memo), book, scope, self.preview)
