# SPDX-License-Identifier: GPL-3.0-or-later
"""The same results again in another thread or process."""

from msgspec import Struct

from glacis.core.analysis.analyser import worker_analyser
from glacis.core.analysis.results import Results
from glacis.core.graph.part import WHOLE
from glacis.core.graph.reader import Reader
from glacis.core.graph.series import Series
from glacis.core.materials.library import Library
from glacis.core.model.document import Project
from glacis.core.stages import Stage


class Known(Struct, frozen=True):
    """What results follow from: the document and all that is known beside it."""

    project: Project
    library: Library
    stages: tuple[Stage, ...]
    hours: Series | None


def known_to(reader: Reader, _subject: str = WHOLE) -> Known:
    """What another process must be given."""
    known = reader.known
    return Known(reader.project, known.library, known.stages, reader.site_hours)


def results_again(known: Known) -> Results:
    """The results, worked out in this process as far as it does not remember them."""
    return worker_analyser(known.library, known.stages, known.hours).analyse(known.project)
