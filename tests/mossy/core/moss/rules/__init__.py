# SPDX-License-Identifier: GPL-3.0-or-later
"""One rule about moss."""

from collections.abc import Iterator

from glacis.core.area.analysed import AnalysedArea
from glacis.core.judgement.finding import Evidence, Finding, Rule, no_remedies
from glacis.core.judgement.place import on_area
from glacis.core.units.quantities import Quantity
from mossy.core.moss import mossiness


def _north(roof: AnalysedArea) -> Iterator[Finding]:
    share = mossiness(roof.area.pitch, roof.area.azimuth)
    if share > 0.6:
        figures = (Evidence("damp", share, Quantity.SHARE),)
        yield Finding(
            "moss.north", "note", "moss", on_area(roof.area.id), "Moss likes {0}.", figures
        )


RULES = (
    Rule(
        "moss.north", "Moss on the north", "moss", "note", "Moss holds water and lifts slates.",
        "Our judgement", _north, no_remedies,
    ),
)  # fmt: skip
