# SPDX-License-Identifier: GPL-3.0-or-later
"""Moss as a part of the results."""

from msgspec import Struct

from glacis.core.graph.part import LongPart, Part, Progress
from glacis.core.graph.reader import Reader
from mossy.core.moss import mossiness


class MossRead(Struct, frozen=True):
    pitch: float
    azimuth: float


def _reads(reader: Reader, area: str) -> MossRead:
    stated = reader.area(area)
    return MossRead(stated.pitch, stated.azimuth)


def _moss(read: MossRead) -> float:
    return mossiness(read.pitch, read.azimuth)


def _grown(read: MossRead, progress: Progress) -> float:
    progress(0.5, "growing")
    return 10 * mossiness(read.pitch, read.azimuth)


MOSS_SHARE = Part("moss", _reads, _moss)
MOSS_IN_TEN_YEARS = LongPart("moss in ten years", _reads, _grown)
