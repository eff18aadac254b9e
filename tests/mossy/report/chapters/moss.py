# SPDX-License-Identifier: GPL-3.0-or-later
"""Moss in the report, in a file of its own and in the results."""

from typing import Any

from glacis.core.analysis.results import AreaResult, Results
from glacis.core.graph.part import Part
from glacis.core.graph.reader import Reader
from glacis.report.blocks import Blocks, Words
from glacis.report.offers import Chapter, Export, Key, Offer, Section
from mossy.core.moss.parts import MOSS_SHARE


def _reads(reader: Reader, area: str) -> float:
    return reader.value(MOSS_SHARE, area)


def _blocks(share: float) -> Blocks:
    return (Words("Moss", "sub"), Words(f"Damp for {share:.2f} of the year."))


def _csv(results: Results) -> bytes:
    rows = (f"{a.id},{results.value(MOSS_SHARE, a.id):.3f}\n" for a in results.project.areas)
    return ("area,moss\n" + "".join(rows)).encode()


def _results(results: Results, area: str) -> dict[str, Any]:
    return {"moss": results.value(MOSS_SHARE, area)}


def _apart(_results: Results, item: AreaResult) -> object:
    return item.roof.area.azimuth


OFFER = Offer(
    chapters=(Chapter("area", Part("chapter moss", _reads, _blocks), _apart),),
    exports=(Export("moss", "Moss by area", ".csv", "CSV", _csv),),
    sections=(
        Section("area", (Key(("moss",), "–", "share of the year it stays damp"),), _results),
    ),
)
