# SPDX-License-Identifier: GPL-3.0-or-later
"""The falls of an area: drawn, what every outlet takes, what stands, and in the results."""

from typing import TYPE_CHECKING, Any

from msgspec import Struct
from msgspec.structs import replace

from glacis.core.analysis.results import AreaResult, Results
from glacis.core.area.analysed import AnalysedArea
from glacis.core.area.parts import ANALYSED
from glacis.core.falls.coping import coping_girth
from glacis.core.falls.drawing import FALLS_DRAWING, FALLS_WATER, FallsDrawing, Waters
from glacis.core.falls.found import Drain, Drained, Undrained
from glacis.core.falls.lying import lying_on
from glacis.core.falls.parts import BOARDS, RAIN_TEST
from glacis.core.graph.part import Part, Ready
from glacis.core.graph.reader import Reader
from glacis.core.model.document import RoofArea
from glacis.core.units.format import plain, with_unit
from glacis.core.units.quantities import Quantity, System
from glacis.files.boards_csv import boards_csv
from glacis.report.blocks import Blocks, Picture, Room, Words, words_grid
from glacis.report.offers import Chapter, Export, Key, Offer, Section
from glacis.report.scene import Item, Scene, Text, shifted
from glacis.report.svg import scene_svg

if TYPE_CHECKING:
    from glacis.core.falls.boards import Layout
    from glacis.core.falls.standing import Standing

SIZE = (760.0, 420.0)
EDGE = (760.0, 340.0)
CAUTION = (
    "Still water and the stated rain alone; snow, hail, blown water and a deck that sags are not in it. "
    "Whether ponding runs away is for the structural engineer to judge. Outlets and overflows follow their "
    "own approvals and the local code."
)


class FallsRead(Struct, frozen=True):
    """What the chapter says."""

    roof: AnalysedArea
    drawing: FallsDrawing | None
    waters: Waters
    boards: "Layout | None"
    units: System


def _reads(reader: Reader, area: str) -> FallsRead:
    roof = reader.value(ANALYSED, area)
    drawing = reader.value(FALLS_DRAWING, area) if roof.drained is not None else None
    boards = reader.value(BOARDS, area) if roof.drained is not None else None
    waters = reader.value(FALLS_WATER, area) if roof.drained is not None else ()
    return FallsRead(roof, drawing, waters, boards, reader.project.units)


def _blocks(read: FallsRead) -> Blocks:
    found = read.roof.drained
    if found is None:
        return ()
    if isinstance(found, Undrained) or read.drawing is None:
        return (Words("Falls", "sub"), Words(found.why if isinstance(found, Undrained) else ""))
    from glacis.report.charts.falls_plan import FallsView, falls_plan_scene

    drawing = read.drawing
    view = FallsView(read.roof, found, drawing.contours, drawing.obstacles, read.units)
    blocks: Blocks = (
        Room(110),
        Words("Falls and drainage", "sub"),
        Picture(falls_plan_scene(view, SIZE)),
        _drain_table(found, read.units),
    )
    worst = found.worst
    if worst is not None and worst.depth > 0:
        case = found.cases.index(worst)
        wet = FallsView(
            read.roof,
            found,
            drawing.contours,
            drawing.obstacles,
            read.units,
            worst,
            read.waters[case],
        )
        blocks = (
            *blocks, Room(90), Words("With outlets blocked", "sub"), Picture(falls_plan_scene(wet, SIZE)),
            _case_table(found, read.units), Words(_for_the_engineer(found, worst, read.units)),
        )  # fmt: skip
    from glacis.report.charts.falls_edge import falls_edge_scene

    edge = falls_edge_scene(read.roof, found, drawing.least, EDGE, read.units)
    blocks = (*blocks, Room(90), Words("The edge, and what lies on the roof", "sub"), Picture(edge))
    if read.boards is not None:
        laid = FallsView(
            read.roof, found, drawing.contours, drawing.obstacles, read.units, boards=read.boards
        )
        blocks = (
            *blocks, Room(90), Words("Tapered boards", "sub"), Picture(falls_plan_scene(laid, SIZE)),
            _board_table(read.boards, read.units),
        )  # fmt: skip
    return (*blocks, Words(CAUTION, "small"))


def _drain_table(found: Drained, system: System) -> Any:
    rows: list[tuple[str, ...]] = [
        ("outlet", "level", "catchment", "rain", "takes", "head", "pipes")
    ]
    for drain in found.drains:
        rows.append((drain.name, *_drain_figures(drain, system)))
    return words_grid(rows, (3, 1, 1, 1, 1, 1, 1), 1)


def _drain_figures(drain: Drain, system: System) -> tuple[str, ...]:
    flow, height = Quantity.WATER_FLOW, Quantity.THICKNESS
    return (
        with_unit(drain.level, height, system),
        with_unit(drain.catchment, Quantity.AREA, system),
        with_unit(drain.flow, flow, system),
        "–" if drain.capacity is None else with_unit(drain.capacity, flow, system),
        "–" if drain.head is None else with_unit(drain.head, height, system),
        "–" if drain.pipe is None else with_unit(drain.pipe, flow, system),
    )


def _case_table(found: Drained, system: System) -> Any:
    rows: list[tuple[str, ...]] = [("blocked", "deepest", "load there", "mean load", "water")]
    for case in found.cases:
        names = ", ".join(found.drains[k].name for k in case.blocked)
        if not case.escapes:
            rows.append((names, "no way out", "–", "–", "–"))
            continue
        rows.append(
            (
                names,
                with_unit(case.depth, Quantity.THICKNESS, system),
                with_unit(case.most, Quantity.AREA_MASS, system),
                with_unit(case.mean, Quantity.AREA_MASS, system),
                with_unit(case.volume, Quantity.VOLUME, system),
            )
        )
    return words_grid(rows, (3, 1, 1, 1, 1), 1)


def _for_the_engineer(found: Drained, worst: "Standing", system: System) -> str:
    """What whoever judges ponding asks for first."""
    area = sum(pool.area for pool in worst.pools)
    figures = (
        with_unit(worst.depth, Quantity.THICKNESS, system),
        with_unit(area, Quantity.AREA, system),
        with_unit(1000 * worst.volume / area, Quantity.AREA_MASS, system),
        with_unit(found.stated.fall, Quantity.FALL, system),
        with_unit(found.least_fall, Quantity.FALL, system),
    )
    return (
        "For the structural engineer: water to {} over {}, {} in the mean of it; falls {}, least {}. "
        "Each millimetre that the deck sags under it holds another 1 kg/m².".format(*figures)
    )


def _board_table(layout: "Layout", system: System) -> Any:
    rows: list[tuple[str, ...]] = [("board, mm", "count", "whole", "pieces", "laid")]
    for kind in layout.kinds:
        laid = with_unit(kind.area, Quantity.AREA, system)
        rows.append((kind.mark, str(kind.count), str(kind.whole), str(kind.pieces), laid))
    for layer in layout.packers:
        laid = with_unit(layer.area, Quantity.AREA, system)
        whole = sum(piece.is_whole for piece in layer.pieces)
        cut = str(len(layer.pieces) - whole)
        name = f"flat {layer.thickness * 1000:.0f}, layer {layer.number}"
        rows.append((name, str(layer.count), str(whole), cut, laid))
    waste = f"waste {plain(100 * layout.waste, 1)} %"
    rows.append(("tapered boards", str(layout.count), "", "", waste))
    return words_grid(rows, (3, 1, 1, 1, 1), 1)


def _told_apart(_results: Results, item: AreaResult) -> object:
    return item.roof.area.id if item.roof.drained is not None else None


def _results(results: Results, area: str) -> dict[str, Any]:
    roof = results.of(area).roof
    found, taper = roof.drained, roof.taper
    if not isinstance(found, Drained):
        return {"falls": None if found is None else {"fault": found.why}}
    section: dict[str, Any] = {
        "scheme": _scheme(found),
        "means": found.stated.means,
        "fall": found.stated.fall,
        "t_min_m": taper.spread.least if taper else None,
        "t_mean_m": taper.spread.mean if taper else None,
        "t_max_m": taper.spread.most if taper else None,
        "volume_m3": taper.spread.volume if taper else None,
        "U": roof.transmittance,
        "U_thinnest": taper.thinnest if taper else roof.transmittance,
        "U_of_mean_thickness": taper.of_mean if taper else roof.transmittance,
        "least_fall": found.least_fall,
        "longest_path_m": found.longest,
        "highest_m": found.highest,
        "outlets": [_outlet(drain) for drain in found.drains],
        "blocked": _blocked(found.worst, found),
        "rain_test": _rain(results, area),
        **_boards(results, area),
        "lying_kg_m2": _lying(roof, found),
        "coping_girth_m": coping_girth(found.stated.parapet) if found.stated.parapet else None,
    }
    return {"falls": section}


def _lying(roof: AnalysedArea, found: Drained) -> dict[str, float]:
    lying = lying_on(roof.layers, found.stated.burden)
    return {"dry": lying.dry, "saturated": lying.saturated, "in_all": lying.total}


def _scheme(found: Drained) -> str:
    stated = found.stated
    if stated.outlets and stated.lines:
        return "mixed"
    if stated.lines:
        return "valley" if any(line.both_sides for line in stated.lines) else "one-way"
    if stated.along:
        return "falling-valley"
    return {"four": "four-way", "eight": "eight-way", "square": "square-to-walls"}[
        stated.directions
    ]


def _outlet(drain: Drain) -> dict[str, Any]:
    return {
        "id": drain.id,
        "level_m": drain.level,
        "catchment_m2": drain.catchment,
        "Q_l_s": drain.flow,
        "capacity_l_s": drain.capacity,
        "head_mm": None if drain.head is None else drain.head * 1000,
        "dry_m": drain.dry,
        "pipe_l_s": drain.pipe,
    }


def _boards(results: Results, area: str) -> dict[str, Any]:
    layout = results.value(BOARDS, area)
    if layout is None:
        return {"boards": None, "packers": None, "waste": None}
    kinds = [{"mark": kind.mark, "count": kind.count} for kind in layout.kinds]
    packers = [{"thickness_m": layer.thickness, "count": layer.count} for layer in layout.packers]
    return {"boards": kinds, "packers": packers, "waste": layout.waste}


def _laid(results: Results) -> "list[tuple[RoofArea, Layout]]":
    """Every area whose falls boards make, with them."""
    layouts = [(area, results.value(BOARDS, area.id)) for area in results.project.areas]
    return [(area, found) for area, found in layouts if found is not None]


def _named(results: Results) -> "list[tuple[str, Layout]]":
    return [(area.name, found) for area, found in _laid(results)]


def _cut_list(results: Results) -> bytes:
    return boards_csv(_named(results)).encode()


def _workbook(results: Results) -> bytes:
    from glacis.files.boards_xlsx import boards_xlsx

    return boards_xlsx(_named(results))


def _board_drawing(results: Results) -> bytes:
    from glacis.files.boards_dxf import boards_dxf

    return boards_dxf(_laid(results), results.project.units)


def _drawn(results: Results) -> bytes:
    """The plans of all areas with falls, and their boards, one below the other."""
    from glacis.report.charts.falls_plan import FallsView, falls_plan_scene

    system = results.project.units
    scenes = []
    for stated in results.project.falls:
        roof = results.of(stated.area).roof
        drawing = results.value(FALLS_DRAWING, stated.area)
        if not isinstance(roof.drained, Drained) or drawing is None:
            continue
        view = FallsView(roof, roof.drained, drawing.contours, drawing.obstacles, system)
        scenes.append((roof.area.name, falls_plan_scene(view, SIZE)))
        boards = results.value(BOARDS, stated.area)
        if boards is not None:
            laid = replace(view, boards=boards)
            scenes.append((f"{roof.area.name}: tapered boards", falls_plan_scene(laid, SIZE)))
        state = results.state(RAIN_TEST, stated.area)
        if isinstance(state, Ready) and state.value is not None:
            rained = replace(view, rain=state.value)
            scenes.append((f"{roof.area.name}: rain test", falls_plan_scene(rained, SIZE)))
    items: list[Item] = []
    for place, (name, scene) in enumerate(scenes):
        top = place * (SIZE[1] + 30)
        items.append(Text(12, top + 18, name, 14, "ink", "start", "semibold"))
        items += [shifted(item, 0.0, top + 26) for item in scene.items]
    whole = Scene(SIZE[0], max(60.0, len(scenes) * (SIZE[1] + 30)), tuple(items))
    return scene_svg(whole, f"{results.project.name}: falls").encode()


def _rain(results: Results, area: str) -> dict[str, Any] | None:
    state = results.state(RAIN_TEST, area)
    if not isinstance(state, Ready) or state.value is None:
        return None
    low, high = state.value.between
    return {
        "share_of_draws": state.value.share,
        "low": low,
        "high": high,
        "tolerance_m_of_1_in_20": state.value.seldom,
    }


def _blocked(worst: "Standing | None", found: Drained) -> dict[str, Any] | None:
    if worst is None:
        return None
    return {
        "outlets": [found.drains[k].id for k in worst.blocked],
        "depth_m": worst.depth,
        "volume_m3": worst.volume,
        "max_kg_m2": worst.most,
        "mean_kg_m2": worst.mean,
    }


OFFER = Offer(
    chapters=(Chapter("area", Part("chapter falls", _reads, _blocks), _told_apart),),
    exports=(
        Export("boards", "Cut list of tapered boards", ".csv", "CSV", _cut_list),
        Export("boards-book", "Tapered boards to buy and to cut", ".xlsx", "XLSX", _workbook),
        Export("boards-drawing", "Tapered boards as a drawing", ".dxf", "DXF", _board_drawing),
        Export("falls", "Falls and boards in plan", ".svg", "SVG", _drawn),
    ),
    sections=(
        Section(
            "area",
            (Key(("falls",), "", "the falls, below; null where none are stated"),),
            _results,
            more="""## The falls

`falls`: `scheme` (`four-way`, `eight-way`, `square-to-walls`, `falling-valley`, `one-way`, `valley` or
`mixed`); `means`; `fall` stated [-]; `t_min_m`, `t_mean_m`, `t_max_m` and `volume_m3` of the tapered
layer, null where none is; `U`, the area mean; `U_thinnest`; `U_of_mean_thickness`, for comparison;
`least_fall` on any way of water [-]; `longest_path_m`; `highest_m`, the highest finished point above the
lowest outlet; `outlets`, each with `id`, `level_m`, `catchment_m2`, `Q_l_s`, `capacity_l_s` (at 35 mm of
head; of a gutter to its downpipes; null for a valley), `head_mm` (null for a line), `dry_m`, `pipe_l_s` of its
downpipes (null where not stated); `blocked`, the deepest case of blocked outlets,
with `outlets`, `depth_m`, `volume_m3`, `max_kg_m2` and `mean_kg_m2`, null where no water finds a way out.
`rain_test`, where it was made: `share_of_draws` that pond, with its 95 % range `low` to `high`, and
`tolerance_m_of_1_in_20`, at which one draw in twenty ponds, null beyond 50 mm; else null.
`boards`, each with `mark` and `count`, `packers`, layers of flat boards below them from the top down, each with
`thickness_m` and `count`, and `waste`, the share of the tapered ones that is not laid; null where no boards make
the falls. `lying_kg_m2`, what lies on the waterproofing `dry`, `saturated` and `in_all` with stored water and
panels; `coping_girth_m`, the strip that the coping is bent from, null without a parapet.
Falls that give no surface hold `fault` alone.
""",
        ),
    ),
)
