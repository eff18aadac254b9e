"""Commands that need no display."""

import argparse
import sys
from pathlib import Path

import msgspec

from glacis import __version__
from glacis.cli.main import EXIT_BAD_INPUT, EXIT_STOP, USAGE
from glacis.core.analysis import Analyser, Results
from glacis.core.errors import GlacisError
from glacis.core.figures.headline import headlines
from glacis.core.model.document import Project
from glacis.core.units.format import with_unit
from glacis.files.atomic import write_atomic
from glacis.files.layers_csv import layers_csv
from glacis.files.libraries import load_library
from glacis.files.project_file import load
from glacis.files.results import results_json
from glacis.files.shape_csv import cuts_csv, edges_csv

WHAT = ("layers", "edges", "cuts", "results", "dxf", "plan", "space", "cut-cards")
PICTURE = (1000.0, 700.0)


def build_parser() -> argparse.ArgumentParser:
    """The words that the command line understands."""
    parser = argparse.ArgumentParser(
        prog="glacis",
        description="Design and check roof assemblies.",
        epilog=f"examples:\n{USAGE}",
        formatter_class=argparse.RawDescriptionHelpFormatter,
    )
    parser.add_argument("--version", action="version", version=f"glacis {__version__}")
    commands = parser.add_subparsers(dest="command", metavar="COMMAND")
    check = commands.add_parser("check", help="headline results and findings")
    check.add_argument("file", type=Path, metavar="FILE")
    check.add_argument("--json", action="store_true", help="full precision, as JSON")
    report = commands.add_parser("report", help="calculation report as PDF")
    report.add_argument("file", type=Path, metavar="FILE")
    report.add_argument("-o", "--output", type=Path, required=True, metavar="OUT.pdf")
    export = commands.add_parser("export", help="schedules in open formats")
    export.add_argument("file", type=Path, metavar="FILE")
    export.add_argument("--what", choices=WHAT, required=True)
    export.add_argument("-o", "--output", type=Path, required=True, metavar="OUT")
    return parser


def run(words: list[str]) -> int:
    """Carry out one command."""
    options = build_parser().parse_args(words)
    try:
        project = load(options.file)
        results = Analyser(load_library()).analyse(project)
        if options.command == "check":
            return _check(project, results, as_json=options.json)
        if options.command == "report":
            return _report(project, results, options.output)
        return _export(project, results, options.what, options.output)
    except GlacisError as fault:
        sys.stderr.write(f"glacis: {fault}\n")
        return EXIT_BAD_INPUT


def _check(project: Project, results: Results, *, as_json: bool) -> int:
    if as_json:
        sys.stdout.write(_json(project, results).decode())
    else:
        sys.stdout.write(check_text(project, results))
    return EXIT_STOP if any(f.severity == "stop" for f in results.open_findings) else 0


def _json(project: Project, results: Results) -> bytes:
    return (
        msgspec.json.format(msgspec.json.encode(results_json(project, results)), indent=2) + b"\n"
    )


def check_text(project: Project, results: Results) -> str:
    """Results and findings for reading, in the project's units."""
    lines = [project.name]
    for item in results.areas:
        lines.append(f"\n{item.roof.area.name}: {item.roof.assembly.name}")
        for figure in headlines(item.roof):
            verdict = "" if figure.meets is None else ("  met" if figure.meets else "  missed")
            shown = with_unit(figure.value, figure.quantity, project.units)
            lines.append(f"  {figure.name:<18} {shown}{verdict}")
        for finding in item.findings:
            accepted = "" if results.decision(finding) is None else " (accepted)"
            message = finding.message(project.units)
            lines.append(f"  {finding.severity}{accepted}: {message} [{finding.rule}]")
    return "\n".join(lines) + "\n"


def _report(project: Project, results: Results, output: Path) -> int:
    from glacis.report.pdf import report_pdf

    write_atomic(output, report_pdf(project, results))
    sys.stdout.write(f"{output}\n")
    return 0


def _export(project: Project, results: Results, what: str, output: Path) -> int:
    tables = {
        "layers": lambda: layers_csv(results),
        "edges": lambda: edges_csv(project),
        "cuts": lambda: cuts_csv(project),
    }
    drawings = {"dxf": _dxf, "plan": _plan_svg, "space": _space_svg, "cut-cards": _cut_cards}
    if what in tables:
        content = tables[what]().encode()
    elif what in drawings:
        content = drawings[what](project, results)
    else:
        content = _json(project, results)
    write_atomic(output, content)
    sys.stdout.write(f"{output}\n")
    return 0


def _dxf(project: Project, _results: Results) -> bytes:
    from glacis.files.dxf_write import roof_dxf

    return roof_dxf(project)


def _plan_svg(project: Project, _results: Results) -> bytes:
    from glacis.core.shape.shape import shape_of
    from glacis.report.charts.outlines import Held, fit_shape, shape_plan_scene
    from glacis.report.svg import scene_svg

    fit = fit_shape(project, *PICTURE)
    scene = shape_plan_scene(project, shape_of(project), Held(""), fit, *PICTURE)
    return scene_svg(scene, f"{project.name}: plan of the roof").encode()


def _space_svg(project: Project, results: Results) -> bytes:
    from glacis.core.shape.shape import shape_of
    from glacis.report.charts.in_space import Turn, space_scene
    from glacis.report.charts.shades import shading
    from glacis.report.svg import scene_svg

    shades = shading("build-up", project, results)
    scene = space_scene(project, shape_of(project), shades, "", Turn(), PICTURE)
    return scene_svg(scene, f"{project.name}: the roof in space").encode()


def _cut_cards(project: Project, _results: Results) -> bytes:
    from glacis.core.shape.cuts import Saw
    from glacis.report.cut_cards import cut_cards_pdf

    return cut_cards_pdf(project, Saw())
