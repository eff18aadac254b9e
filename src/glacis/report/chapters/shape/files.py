# SPDX-License-Identifier: GPL-3.0-or-later
"""Files about the shape: schedules of edges and cuts, drawings, cut cards."""

from glacis.core.analysis.results import Results
from glacis.core.shape.parts import SHAPE
from glacis.report.charts.in_space import Turn, space_scene
from glacis.report.charts.outlines import Held, fit_shape, shape_plan_scene
from glacis.report.charts.shades import builds
from glacis.report.offers import Export
from glacis.report.svg import scene_svg

PICTURE = (1000.0, 700.0)


def _edges(results: Results) -> bytes:
    from glacis.files.shape_csv import edges_csv

    return edges_csv(results.project, results.value(SHAPE)).encode()


def _cuts(results: Results) -> bytes:
    from glacis.files.shape_csv import cuts_csv

    return cuts_csv(results.project, results.value(SHAPE)).encode()


def _dxf(results: Results) -> bytes:
    from glacis.files.dxf_write import roof_dxf

    return roof_dxf(results.project, results.value(SHAPE))


def _plan(results: Results) -> bytes:
    project = results.project
    fit = fit_shape(project, *PICTURE)
    scene = shape_plan_scene(project, results.value(SHAPE), Held(""), fit, *PICTURE)
    return scene_svg(scene, f"{project.name}: plan of the roof").encode()


def _space(results: Results) -> bytes:
    project = results.project
    scene = space_scene(project, results.value(SHAPE), builds(project), "", Turn(), PICTURE)
    return scene_svg(scene, f"{project.name}: the roof in space").encode()


def _cards(results: Results) -> bytes:
    from glacis.report.cut_cards import cut_cards_pdf

    return cut_cards_pdf(results.project, results.value(SHAPE))


SHAPE_EXPORTS = (
    Export("edges", "Edges and their lengths", ".csv", "CSV", _edges),
    Export("cuts", "Angles of cuts", ".csv", "CSV", _cuts),
    Export("dxf", "Roof as a drawing", ".dxf", "DXF", _dxf),
    Export("plan", "Plan of the roof", ".svg", "SVG", _plan),
    Export("space", "Roof in space", ".svg", "SVG", _space),
    Export("cut-cards", "Cut cards", ".pdf", "PDF", _cards),
)
