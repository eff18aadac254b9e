# SPDX-License-Identifier: GPL-3.0-or-later
"""The roof as one page that any browser opens without a network: drawings, figures, findings, what is due."""

from base64 import b64encode
from collections.abc import Iterator
from html import escape

from glacis import __version__
from glacis.core.analysis.results import AreaResult, Results
from glacis.core.log.keeping import CAUTION
from glacis.core.units.format import with_unit
from glacis.report.chapters.log.files import due_of
from glacis.report.charts.log_due import together
from glacis.report.charts.log_roof import roof_scene, roof_view
from glacis.report.fonts import font_path
from glacis.report.front import alike, places
from glacis.report.packs.readers import DEFERS
from glacis.report.palette import PRINT
from glacis.report.scene import Scene, subscripted
from glacis.report.section import SectionStyle, section_scene
from glacis.report.svg import scene_svg

SECTION, PLAN = (760.0, 300.0), (860.0, 380.0)
NOTHING = "default-src 'none'; style-src 'unsafe-inline'; font-src data:"
"""What the page may fetch and run (Content Security Policy, level 3): nothing."""
FACES = (("regular", 400), ("semibold", 600))
STYLE = f"""
:root {{ color-scheme: light; }}
body {{ margin: 0; font: 16px/1.5 "Source Sans 3", system-ui, sans-serif; color: {PRINT["ink"]}; background: #fbfaf6; }}
main {{ max-width: 60rem; margin: 0 auto; padding: 2rem 1rem 4rem; }}
h1 {{ font-size: 2rem; margin: 0; }} h2 {{ margin: 2.4rem 0 .4rem; border-top: 1px solid #cfc8b8; padding-top: 1rem; }}
nav {{ display: flex; flex-wrap: wrap; gap: .4rem 1.2rem; margin: 1rem 0; }}
a {{ color: #1d6b63; }} .small {{ color: {PRINT["second"]}; font-size: .9rem; }}
table {{ border-collapse: collapse; width: 100%; font-variant-numeric: tabular-nums; }}
th, td {{ text-align: left; padding: .3rem .6rem .3rem 0; border-bottom: 1px solid #ddd6c8; vertical-align: top; }}
.stop {{ color: {PRINT["stop"]}; font-weight: 600; }} .mind {{ color: {PRINT["mind"]}; font-weight: 600; }}
figure {{ margin: .6rem 0; }} svg {{ max-width: 100%; height: auto; }} sub {{ line-height: 0; }}
@media print {{ nav {{ display: none; }} h2 {{ break-after: avoid; }} figure {{ break-inside: avoid; }} }}
"""


def page_html(results: Results) -> str:
    """The page: nothing in it is fetched, nothing in it runs."""
    project = results.project
    groups = alike(results)
    parts = [
        f"project {project.number}" if project.number else "",
        project.client,
        project.author,
        project.site.name,
    ]
    body = [
        f"<h1>{escape(project.name)}</h1>",
        f"<p>{escape(' · '.join(part for part in parts if part))}</p>",
        f"<p class='small'>{escape(DEFERS)}</p>",
        _links(groups),
        *_plan(results),
        *(line for number, members in enumerate(groups) for line in _area(results, members, number)),
        *_findings(results),
        *_due(results),
        f"<p class='small'>Made by Glacis {__version__}; read only. Project and data lie beside this page.</p>",
    ]  # fmt: skip
    head = (
        f"<!DOCTYPE html>\n<html lang='en'><head><meta charset='utf-8'><title>{escape(project.name)}</title>"
        "<meta name='viewport' content='width=device-width, initial-scale=1'>"
        f"<meta http-equiv='Content-Security-Policy' content=\"{NOTHING}\">"
        f"<style>{_faces()}{STYLE}</style></head><body><main>\n"
    )
    return head + "\n".join(body) + "\n</main></body></html>\n"


def _faces() -> str:
    """The faces of the drawings, in the page itself: widths are as they were drawn."""
    made = []
    for face, weight in FACES:
        data = b64encode(font_path(face).read_bytes()).decode()
        source = f"url(data:font/ttf;base64,{data})"
        made.append(f"@font-face{{font-family:'Source Sans 3';font-weight:{weight};src:{source}}}")
    return "\n".join(made)


def _links(groups: list[list[AreaResult]]) -> str:
    names = [places([m.roof.area.name for m in members]) for members in groups]
    items = [f"<a href='#roof-{k}'>{escape(name)}</a>" for k, name in enumerate(names)]
    more = ["<a href='#findings'>Findings</a>", "<a href='#due'>What is due</a>"]
    return f"<nav>{''.join(['<a href=#plan>Plan</a>', *items, *more])}</nav>"


def _figure(scene: Scene, title: str) -> str:
    """A drawing in the page; its own head of an XML file is left out."""
    svg = scene_svg(scene, title)
    return f"<figure>{svg[svg.index('<svg') :]}</figure>"


def _plan(results: Results) -> Iterator[str]:
    yield "<h2 id='plan'>Plan</h2>"
    view = roof_view(results.project)
    yield _figure(roof_scene(view, PLAN), "The roof in plan, with what is still to be seen on it")


def _area(results: Results, members: list[AreaResult], number: int) -> Iterator[str]:
    item, system = members[0], results.project.units
    yield f"<h2 id='roof-{number}'>{escape(places([m.roof.area.name for m in members]))}</h2>"
    yield f"<p>{escape(item.roof.assembly.name)}, over {escape(item.roof.zone.name)}.</p>"
    if item.roof.layers:
        style = SectionStyle(*SECTION, system=system)
        scene = section_scene(item.roof, results.detail(item.roof.area.id), style)
        yield _figure(scene, f"Section of {item.roof.area.name}")
    rows = []
    for figure in item.headlines:
        limit = with_unit(figure.limit, figure.quantity, system) if figure.limit is not None else ""
        verdict = {True: "met", False: "missed", None: ""}[figure.meets]
        mark = " class='mind'" if figure.meets is False else ""
        value = with_unit(figure.value, figure.quantity, system)
        name = subscripted(escape(figure.name), "<sub>", "</sub>")
        rows.append(
            f"<tr><td>{name}</td><td>{escape(value)}</td><td>{escape(limit)}</td><td{mark}>{verdict}</td></tr>"
        )
    yield f"<table><tr><th>figure</th><th>value</th><th>target</th><th></th></tr>{''.join(rows)}</table>"


def _findings(results: Results) -> Iterator[str]:
    yield "<h2 id='findings'>Findings</h2>"
    names = {area.id: area.name for area in results.project.areas}
    rows = []
    for finding in results.open_findings:
        where = ", ".join(names.get(area, area) for area in finding.place.areas) or "the project"
        reason = results.rules.of(finding).reason
        words = f"{escape(finding.message(results.project.units))}<br>"
        rows.append(
            f"<tr><td class='{finding.severity}'>{finding.severity}</td><td>{escape(where)}</td>"
            f"<td>{words}<span class='small'>{escape(reason)}</span></td></tr>"
        )
    yield f"<table>{''.join(rows)}</table>" if rows else "<p>The rules find nothing wrong.</p>"


def _row(*cells: str) -> str:
    return f"<tr>{''.join(f'<td>{escape(cell)}</td>' for cell in cells)}</tr>"


def _due(results: Results) -> Iterator[str]:
    yield "<h2 id='due'>What is due</h2>"
    rows = [
        _row(each.date, each.what, each.name, each.why)
        for each, _areas in together(due_of(results), 3)
    ]
    if rows:
        yield f"<table><tr><th>by</th><th>what</th><th>where</th><th>why</th></tr>{''.join(rows)}</table>"
    else:
        yield "<p>Nobody has said when the roof was completed.</p>"
    yield f"<p class='small'>{escape(CAUTION)}</p>"
