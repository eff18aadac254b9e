# SPDX-License-Identifier: GPL-3.0-or-later
"""Commands that need no display."""

import argparse
import os
import sys
from collections.abc import Callable
from functools import partial
from pathlib import Path

import msgspec

from glacis import __version__
from glacis.cli.words import EXIT_BAD_INPUT, EXIT_NO_OUTPUT, EXIT_STOP, complain, usage
from glacis.core.analysis.results import Results
from glacis.core.analysis.study import ASKED_FIRST, AXES, Setting, grid_from, size_of
from glacis.core.errors import GlacisError, ValueRefused
from glacis.core.judgement.finding import Finding
from glacis.core.model.document import Project
from glacis.core.model.lookup import area_of
from glacis.core.stages import STAGES, Stage
from glacis.core.units.format import with_unit
from glacis.files.atomic import write_output
from glacis.files.libraries import load_library, load_sites
from glacis.files.project_file import load
from glacis.report.offers import Export, exports
from glacis.report.results import results_json
from glacis.session.kernels import make_compiled, make_ready
from glacis.session.places import leave_folder, series_folder
from glacis.session.project_session import ProjectSession, Surroundings
from glacis.session.years import Years


def build_parser(offered: tuple[Export, ...]) -> argparse.ArgumentParser:
    """The words that the command line understands."""
    parser = argparse.ArgumentParser(
        prog="glacis",
        description="Design and check roof assemblies.",
        epilog=f"examples:\n{usage(offered)}",
        formatter_class=argparse.RawDescriptionHelpFormatter,
    )
    parser.add_argument("--version", action="version", version=f"glacis {__version__}")
    commands = parser.add_subparsers(dest="command", metavar="COMMAND")
    check = commands.add_parser("check", help="headline results and findings")
    check.add_argument("file", type=Path, metavar="FILE")
    check.add_argument("--json", action="store_true", help="full precision, as JSON")
    check.add_argument(
        "--hourly", action="store_true", help="run every area hour by hour first; takes a while"
    )
    report = commands.add_parser("report", help="calculation report as PDF")
    report.add_argument("file", type=Path, metavar="FILE")
    report.add_argument("-o", "--output", type=Path, required=True, metavar="OUT.pdf")
    export = commands.add_parser("export", help="schedules in open formats")
    export.add_argument("file", type=Path, metavar="FILE")
    export.add_argument("--what", choices=[e.id for e in offered], required=True)
    export.add_argument("-o", "--output", type=Path, required=True, metavar="OUT")
    study = commands.add_parser("study", help="an area run hour by hour at every point of a grid")
    study.add_argument("file", type=Path, metavar="FILE")
    study.add_argument("--grid", required=True, help=f"axis=value,value; axes: {', '.join(AXES)}")
    study.add_argument("--area", default="", help="id of the roof area; the first without it")
    study.add_argument("--reserve", action="store_true", help="seek what each cell forgives too")
    study.add_argument("--jobs", type=int, default=0, help="processes; as many as cores without it")
    study.add_argument(
        "--dask", default="", metavar="ADDRESS", help="run on this Dask cluster instead"
    )
    study.add_argument("--yes", action="store_true", help="do not ask before a large study")
    study.add_argument("-o", "--output", type=Path, required=True, metavar="OUT.csv")
    return parser


def run(words: list[str], stages: tuple[Stage, ...] = STAGES) -> int:
    """Carry out one command."""
    make_ready()
    offered = exports(stages)
    options = build_parser(offered).parse_args(words)
    options.file = options.file.absolute()
    if "output" in options:
        options.named, options.output = options.output, options.output.absolute()
    here = os.getcwd()
    leave_folder()
    try:
        return _carry_out(options, offered, stages)
    finally:
        os.chdir(here)


def _carry_out(
    options: argparse.Namespace, offered: tuple[Export, ...], stages: tuple[Stage, ...]
) -> int:
    try:
        chosen = next((e for e in offered if e.id == getattr(options, "what", "")), None)
        of_hours = chosen is not None and chosen.of_hours
        project = load(options.file)
        told = options.command == "report" and any(item.report for item in project.hourlies)
        if of_hours or told or options.command == "study" or getattr(options, "hourly", False):
            make_compiled()
        if options.command == "study":
            return _study(project, options)
        around = Surroundings(series=series_folder())
        results = ProjectSession(project, load_library(), stages=stages, around=around).results
        if options.command == "check" and options.hourly:
            _run_hours(results, reserve=True)
        if options.command == "check":
            _solve_edges(results)
            return _check(results, as_json=options.json)
        if of_hours:
            _run_hours(results, reserve=False)
        if chosen is not None and chosen.of_edges:
            _solve_edges(results)
        make = _maker(results, options, offered)
        content = _with_photographs(make(), options, project)
    except GlacisError as fault:
        complain(str(fault))
        return EXIT_BAD_INPUT
    code = _write(options.file, options.output, content)
    if code == 0:
        sys.stdout.write(f"{options.named}\n")
    return code


def _with_photographs(content: bytes, options: argparse.Namespace, project: Project) -> bytes:
    """Everything that is handed over takes along what lies beside the project."""
    if getattr(options, "what", "") != "pack":
        return content
    from glacis.core.log.as_built import attachments_of
    from glacis.report.packs.bundle import with_more
    from glacis.session.attachments import beside

    more = beside(Path(options.file), attachments_of(project.log))
    return with_more(content, more, project.name)


def _tell(share: float, words: str) -> None:
    """How far work is, on standard error where somebody watches."""
    if sys.stderr.isatty():
        sys.stderr.write(f"\r{100 * share:3.0f} %  {words[:60]:<60}")


def _told() -> None:
    if sys.stderr.isatty():
        sys.stderr.write("\n")


def _solve_edges(results: Results) -> None:
    """Solve the sections of all junctions."""
    from glacis.report.chapters.junctions.solving import solve_edges

    solve_edges(results, _tell)
    _told()


def _run_hours(results: Results, *, reserve: bool) -> None:
    """Run all areas hour by hour, telling how far it is on standard error."""
    from glacis.report.chapters.hours import run_all

    run_all(results, tuple(item.roof.area.id for item in results.areas), _tell, reserve=reserve)
    _told()


def _study(project: Project, options: argparse.Namespace) -> int:
    """Work out a study, row by row, and say how it gets on on standard error."""
    from glacis.session.clusters import dask_cluster
    from glacis.session.studies import local, run_study, usual_jobs

    grid = grid_from(options.grid)
    areas = [area.id for area in project.areas]
    area = options.area or (areas[0] if areas else "")
    area_of(project, area)
    size = size_of(grid)
    if size >= ASKED_FIRST and not options.yes:
        raise ValueRefused("grid", f"{size} cells", f"under {ASKED_FIRST}, or --yes")
    file = project.site.weather.file
    hours = Years(series_folder()).hours(file.digest) if file is not None else None
    setting = Setting(project, area, load_sites(), load_library(), hours)

    def told(done: int, of: int) -> None:
        if sys.stderr.isatty():
            sys.stderr.write(f"\r{done} of {of}")

    workers = dask_cluster(options.dask) if options.dask else local(options.jobs or usual_jobs())
    with workers as crew:
        added = run_study(setting, grid, options.output, crew, told, reserve=options.reserve)
    sys.stdout.write(f"{options.named}: {added} of {size} cells worked out\n")
    return 0


def _check(results: Results, *, as_json: bool) -> int:
    if as_json:
        made = msgspec.json.encode(results_json(results))
        sys.stdout.write(msgspec.json.format(made, indent=2).decode() + "\n")
    else:
        sys.stdout.write(check_text(results))
    return EXIT_STOP if any(f.severity == "stop" for f in results.open_findings) else 0


def check_text(results: Results) -> str:
    """Results and findings for reading, in the project's units."""
    system = results.project.units
    lines = [results.project.name]
    for item in results.areas:
        lines.append(f"\n{item.roof.area.name}: {item.roof.assembly.name}")
        for figure in item.headlines:
            verdict = "" if figure.meets is None else ("  met" if figure.meets else "  missed")
            shown = with_unit(figure.value, figure.quantity, system)
            lines.append(f"  {figure.name:<18} {shown}{verdict}")
        lines += [_finding_line(results, finding) for finding in item.told]
    if results.whole:
        lines.append("\nThe whole roof")
        lines += [_finding_line(results, finding) for finding in results.whole]
    return "\n".join(lines) + "\n"


def _finding_line(results: Results, finding: Finding) -> str:
    accepted = "" if results.decision(finding) is None else " (accepted)"
    message = finding.message(results.project.units)
    return f"  {finding.severity}{accepted}: {message} [{finding.rule}]"


def _maker(
    results: Results, options: argparse.Namespace, offered: tuple[Export, ...]
) -> Callable[[], bytes]:
    """Makes the report or the export that was asked for."""
    if options.command == "report":
        from glacis.report.pdf import report_pdf

        return partial(report_pdf, results)
    chosen = next(export for export in offered if export.id == options.what)
    return partial(chosen.make, results)


def _write(file: Path, output: Path, content: bytes) -> int:
    """Write an output, never over the project that it is of."""
    try:
        write_output(output, content, file)
    except GlacisError as fault:
        complain(str(fault))
        return EXIT_NO_OUTPUT
    return 0
