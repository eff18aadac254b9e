# SPDX-License-Identifier: GPL-3.0-or-later
"""Small roofs run hour by hour, for tests of what a run says."""

from pathlib import Path

from msgspec.structs import replace

from glacis.core.analysis.analyser import Analyser
from glacis.core.graph.part import unwatched
from glacis.core.hourly.change import change_hourly
from glacis.core.hourly.parts import HOURLY, VERDICT
from glacis.core.model.layers import MembraneLayer, SolidLayer
from glacis.files.libraries import load_library, load_sites
from support import roof_project

SITES = {site.name: site for site in load_sites()}
DECK = SolidLayer(id="deck", material="oriented-strand-board", thickness=0.022)
WOOL = SolidLayer(id="wool", material="glass-wool-batt", thickness=0.24)
LINING = SolidLayer(id="lining", material="gypsum-board", thickness=0.0125)
COVER = MembraneLayer(id="cover", material="epdm-sheet")
EXAMPLES = Path(__file__).parents[2] / "examples"


def flat(retarder="retarder-variable-strong", site="Tern Point", deck=DECK):
    """A low-slope roof that can dry only inwards."""
    between = (MembraneLayer(id="retarder", material=retarder),) if retarder else ()
    project = roof_project(LINING, *between, WOOL, deck, COVER, pitch=2.0)
    return replace(project, site=SITES[site])


def ran(project, area="a", scope="figures", **stated):
    """An area run: its results, the run and what it says."""
    if stated:
        project = change_hourly(project, area, **stated)
    results = Analyser(load_library()).analyse(project, scope)
    hours = results.reader.finish(HOURLY, area, unwatched)
    return results, hours.run, results.value(VERDICT, area)
