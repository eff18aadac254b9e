# SPDX-License-Identifier: GPL-3.0-or-later
"""Every door by which something comes in from outside, and what may come of it.

An input is accepted or refused in one message of a bearable length. What is accepted is worked out,
and comes back from a file as it is.
"""

import io
import os
from collections.abc import Callable
from contextlib import redirect_stderr, redirect_stdout
from functools import cache
from pathlib import Path
from random import Random

import numpy as np
from msgspec.structs import replace

from glacis.cli.main import main
from glacis.core.analysis.analyser import Analyser
from glacis.core.analysis.keeping import keeping_of
from glacis.core.errors import GlacisError
from glacis.core.fixings.change import add_tests, put_evidence
from glacis.core.graph.reader import Reader
from glacis.core.hourly.probe import kept
from glacis.core.hourly.probes import add_probe
from glacis.core.junctions.edge_parts import SECTION
from glacis.core.junctions.edge_solved import EdgeFault
from glacis.core.junctions.parts import JUNCTIONS
from glacis.core.log.as_built import as_built
from glacis.core.log.change import add_entry, put_shares
from glacis.core.log.keeping import due_tasks
from glacis.core.log.table import usual_table
from glacis.core.model.log import Entry, Inspected
from glacis.core.model.probe import Probe
from glacis.core.model.sound import check_values
from glacis.core.model.weather import WeatherFile
from glacis.core.moisture.months_of_hours import taken
from glacis.core.set_out.change import choose_product, with_products
from glacis.core.set_out.shipped import products_of
from glacis.core.shape.drawn import Taking, as_footprints
from glacis.core.shape.shape import shape_of
from glacis.core.units.parse import parse
from glacis.core.units.quantities import Quantity
from glacis.core.weather.asked import asked_of
from glacis.core.weather.generator import generated
from glacis.demo.examples import EXAMPLES, example_project
from glacis.demo.shipped import shipped_demo
from glacis.files.dxf_write import roof_dxf
from glacis.files.epw import mended_words, read_epw
from glacis.files.epw_write import write_epw
from glacis.files.errors import MOST_TOLD, ManyRefused
from glacis.files.fixings_table import pull_outs_csv, read_register, read_tests, register_csv
from glacis.files.libraries import load_library, load_sites
from glacis.files.log_table import read_shares, read_sheet, shares_csv, sheet_csv
from glacis.files.materials_csv import materials_csv, read_materials, with_materials
from glacis.files.outlines_read import read_outlines
from glacis.files.probe_csv import read_probe
from glacis.files.products_csv import products_csv, read_products
from glacis.files.project_file import decode, encode
from glacis.files.site_csv import read_site, site_csv
from glacis.report.chapters.log.chapter import blocks, reads
from glacis.report.chapters.log.results import LOG_SECTION
from glacis.report.charts.junction_lines import LinesView, lines_scene
from glacis.report.charts.junction_section import SectionDrawing, section_scene
from glacis.session.journal import Kept, encode_entry
from glacis.session.recovery import left_behind
from glacis.session.settings import Settings, load_settings, save_settings
from hostile.mutate import (
    odd_figure,
    spoiled_bytes,
    spoiled_json,
    spoiled_table,
    spoiled_tags,
    spoiled_words,
)
from support import analyser, library

LONGEST = 300
"""Letters of a message."""
Door = Callable[[Random, Path], bool]
"""Brings one hostile input in; whether it was accepted. What must not happen is an AssertionError or
any error that is not ours."""


def told(fault: GlacisError) -> bool:
    """Look at a refusal: it says something, within bounds, and can be written anywhere."""
    told_at_once = len(fault.faults) if isinstance(fault, ManyRefused) else 1
    for system in ("si", "us"):
        words = fault.words(system)
        assert 5 < len(words) <= LONGEST * min(told_at_once, MOST_TOLD), (
            f"{len(words)} letters: {words[:400]}"
        )
        words.encode()
    return False


@cache
def _projects() -> tuple[bytes, ...]:
    engine = analyser()
    examples = [example_project(e, load_sites(), lambda: engine) for e in EXAMPLES[:6]]
    return tuple(encode(p) for p in (shipped_demo(), shipped_demo("sallow-creek"), *examples))


def project(random: Random, folder: Path) -> bool:
    """A project file; what is accepted is analysed and kept."""
    sound = random.choice(_projects())
    content = (spoiled_json if random.random() < 0.75 else spoiled_bytes)(random, sound)
    try:
        found = decode(content, folder / "x.glacis")
    except GlacisError as fault:
        return told(fault)
    assert decode(encode(found), "x.glacis") == found
    falls = tuple(f for f in found.falls if random.random() < 0.1)
    try:
        results = Analyser(library()).analyse(replace(found, falls=falls))
    except GlacisError as fault:
        return told(fault)
    broken = [f.message("si") for f in results.findings if f.rule == "judgement.unjudged"]
    assert not broken, broken
    if random.random() < 0.3:
        words_of_log(results.reader, "")
        due_tasks(keeping_of(results), "2027-01-01")
        LOG_SECTION.make(results, "")
        as_built(found)
    drawn = results.value(JUNCTIONS)
    for item in random.sample(drawn, min(2, len(drawn))):
        lines_scene(LinesView(item, found.units), (640.0, 400.0))
        view = results.value(SECTION, item.piece.id)
        if view is not None and not isinstance(view, EdgeFault):
            section_scene(SectionDrawing(view, item, found.units), (640.0, 400.0))
    return True


@cache
def _drawings() -> tuple[bytes, ...]:
    made = [roof_dxf(p, shape_of(p)) for p in (shipped_demo(), shipped_demo("sallow-creek"))]
    return (
        *made,
        *(path.read_bytes() for path in sorted((Path(__file__).parent / "data").glob("*.dxf"))),
    )


def _take(path: Path) -> bool:
    try:
        found = read_outlines(path)
        as_footprints(found, Taking(name="x", unit=found.unit or 1.0, layer=found.layers[0]))
    except GlacisError as fault:
        return told(fault)
    return True


def drawing(random: Random, folder: Path) -> bool:
    """A DXF drawing."""
    way = spoiled_tags if random.random() < 0.85 else spoiled_bytes
    path = folder / "x.dxf"
    path.write_bytes(way(random, random.choice(_drawings())))
    return _take(path)


def geojson(random: Random, folder: Path) -> bool:
    """A GeoJSON file."""
    path = folder / "x.geojson"
    way = spoiled_json if random.random() < 0.8 else spoiled_bytes
    path.write_bytes(way(random, random.choice(GEOJSON)))
    return _take(path)


GEOJSON = (
    b'{"type":"FeatureCollection","features":[{"type":"Feature","properties":{"name":"A","layer":"L"},'
    b'"geometry":{"type":"Polygon","coordinates":[[[0,0],[10,0],[10,6],[0,6],[0,0]],[[2,2],[3,2],[3,3],[2,2]]]}}]}',
    b'{"type":"GeometryCollection","geometries":[{"type":"MultiPolygon","coordinates":[[[[12.5,55.6],'
    b"[12.5001,55.6],[12.5001,55.6001],[12.5,55.6]]]]}]}",
)


def materials(random: Random, folder: Path) -> bool:
    """A table of materials, taken into a project."""
    shared = load_library()
    path = folder / "x.csv"
    some = random.sample(list(shared.materials), 4)
    path.write_bytes(spoiled_table(random, materials_csv(some).encode()))
    try:
        found = read_materials(path, shared.family_index())
    except GlacisError as fault:
        return told(fault)
    project = with_materials(shipped_demo(), found)
    assert decode(encode(project), "x.glacis") == project
    return True


def site(random: Random, folder: Path) -> bool:
    """A table of a site."""
    path = folder / "x.csv"
    path.write_bytes(spoiled_table(random, site_csv(random.choice(load_sites())).encode()))
    try:
        found = read_site(path)
    except GlacisError as fault:
        return told(fault)
    project = replace(shipped_demo(), site=found)
    assert decode(encode(project), "x.glacis") == project
    return True


@cache
def _year() -> list[str]:
    return write_epw(generated(asked_of(load_sites()[1])), "Sallow Creek").decode().splitlines()


ODD_CELLS = (
    "",
    "nan",
    "inf",
    "-1e9",
    "99999",
    "1e999",
    "x",
    "\u0661",
    "999",
    "2024",
    '"',
    "0",
    "25",
)


def weather(random: Random, folder: Path) -> bool:
    """A weather year with odd cells, rows gone, doubled or moved, or bytes that are no text."""
    lines = list(_year())
    for _ in range(random.choice((1, 3, 40, 400))):
        row = random.randrange(len(lines))
        way = random.random()
        if way < 0.7:
            cells = lines[row].split(",")
            cells[random.randrange(len(cells))] = random.choice(ODD_CELLS)
            lines[row] = ",".join(cells)
        elif way < 0.8:
            lines[row : row + random.choice((1, 5, 60))] = []
        elif way < 0.9:
            lines.insert(row, random.choice(lines))
        else:
            lines[row] = lines[row][: random.randrange(len(lines[row]) + 1)]
        if len(lines) < 20:
            break
    content = "\n".join(lines).encode()
    path = folder / "x.epw"
    path.write_bytes(spoiled_bytes(random, content) if random.random() < 0.2 else content)
    try:
        found = read_epw(path)
        file = WeatherFile(
            digest="x", name="x.epw", city=found.city, mended=mended_words(found.counts)
        )
        site_taken = taken(load_sites()[0], found.year, file)
        check_values(site_taken, "site")
    except GlacisError as fault:
        return told(fault)
    assert np.isfinite(found.year.numbers).all()
    project = replace(shipped_demo(), site=site_taken)
    assert decode(encode(project), "x.glacis") == project
    return True


def probe(random: Random, folder: Path) -> bool:
    """A table of readings of a probe."""
    rows = [
        f"2025-01-{1 + k // 24:02d} {k % 24:02d}:00,{5 + k % 7},{60 + k % 30}" for k in range(72)
    ]
    content = "\n".join(["time,temperature,humidity", *rows]).encode()
    path = folder / "x.csv"
    path.write_bytes((spoiled_table if random.random() < 0.8 else spoiled_bytes)(random, content))
    try:
        found = read_probe(path)
        warm, values = kept(found.days)
        made = Probe(
            id="", area=shipped_demo().areas[0].id, name=path.stem, place="deck", measures=found.measures,
            year=found.year, day=found.day, temperatures=warm, values=values,
        )  # fmt: skip
        project = add_probe(shipped_demo(), made)
    except GlacisError as fault:
        return told(fault)
    assert decode(encode(project), "x.glacis") == project
    return True


def settings(random: Random, folder: Path) -> bool:
    """Remembered settings."""
    save_settings(Settings(recent=("/a/b.glacis",), places={"1x1": "AAAA"}), folder)
    path = folder / "settings.json"
    way = spoiled_json if random.random() < 0.6 else spoiled_bytes
    path.write_bytes(way(random, path.read_bytes()))
    found = load_settings(folder)
    return found != Settings()


def journal(random: Random, folder: Path) -> bool:
    """A journal of a crashed program beside a sound one, which must be found."""
    sound = folder / "a.journal"
    odd = folder / "b.journal"
    lost = decode(random.choice(_projects()), "x")
    sound.write_bytes(encode_entry(Kept(replace(lost, name="Sound"))))
    way = spoiled_json if random.random() < 0.5 else spoiled_bytes
    odd.write_bytes(way(random, encode_entry(Kept(lost, folder / "x.glacis"))))
    behind = left_behind(folder)
    names = [found.kept.project.name for found in behind.found]
    assert "Sound" in names
    assert odd.exists()
    return len(names) == 2


def products(random: Random, folder: Path) -> bool:
    """A table of products; what is accepted comes back from a table as it is."""
    path = folder / "x.csv"
    sound = products_csv(products_of(()).values()).encode()
    way = spoiled_table if random.random() < 0.8 else spoiled_bytes
    path.write_bytes(way(random, sound))
    try:
        found = read_products(path)
        made = with_products(shipped_demo(), found)
    except GlacisError as fault:
        return told(fault)
    path.write_text(products_csv(found))
    assert [item.id for item in read_products(path)] == [item.id for item in found]
    chosen = choose_product(made, "hall-slate", "slate", random.choice(found).id)
    results = Analyser(library()).analyse(replace(chosen, set_outs=chosen.set_outs[:1]))
    broken = [f.message("si") for f in results.findings if f.rule == "judgement.unjudged"]
    assert not broken, broken
    return True


def fixings(random: Random, folder: Path) -> bool:
    """A table of pull-out tests or approvals; what is accepted comes back from a table as it is."""
    path, roof = folder / "x.csv", shipped_demo()
    names = {area.id: area.name for area in roof.areas}
    of_tests = random.random() < 0.5
    sound = pull_outs_csv(roof.pull_outs, names) if of_tests else register_csv(roof.evidence)
    path.write_bytes(
        (spoiled_table if random.random() < 0.8 else spoiled_bytes)(random, sound.encode())
    )
    try:
        if of_tests:
            made = add_tests(replace(roof, pull_outs=()), read_tests(path, tuple(names.items())))
        else:
            made = replace(roof, evidence=())
            for evidence in read_register(path):
                made = put_evidence(made, evidence)
        check_values(made, "project")
    except GlacisError as fault:
        return told(fault)
    if of_tests:
        path.write_text(pull_outs_csv(made.pull_outs, names))
        again = read_tests(path, tuple(names.items()))
        assert [test.substrate for test in again] == [test.substrate for test in made.pull_outs]
    else:
        path.write_text(register_csv(made.evidence))
        assert [each.id for each in read_register(path)] == [each.id for each in made.evidence]
    results = Analyser(library()).analyse(made)
    broken = [f.message("si") for f in results.findings if f.rule == "judgement.unjudged"]
    assert not broken, broken
    return True


def log(random: Random, folder: Path) -> bool:
    """A sheet from the roof or a likelihood table; what is accepted is written in the log and judged."""
    path, roof = folder / "x.csv", shipped_demo()
    of_shares = random.random() < 0.4
    areas = tuple(area.id for area in roof.areas)
    sound = shares_csv(usual_table(), ()) if of_shares else sheet_csv(roof.log, areas)
    way = spoiled_table if random.random() < 0.8 else spoiled_bytes
    path.write_bytes(way(random, sound.encode()))
    walk = Entry(id="walk", what=Inspected(), date="2026-06-01", who="T. Orme")
    try:
        if of_shares:
            made = put_shares(roof, read_shares(path))
        else:
            made = roof
            for entry in read_sheet(path, roof.log, walk):
                made = add_entry(made, entry, "2026-06-01")
    except GlacisError as fault:
        return told(fault)
    assert decode(encode(made), "x.glacis") == made
    results = Analyser(library()).analyse(made)
    assert LOG_SECTION.make(results, "")["diagnoses"]
    words_of_log(results.reader, "")
    return True


def words_of_log(reader: Reader, subject: str) -> None:
    """The log's chapter."""
    blocks(reads(reader, subject))


def command_line(random: Random, folder: Path) -> bool:
    """A command; it ends with a code of its own and never with a traceback."""
    file = folder / "x.glacis"
    content = random.choice(_projects()[2:])
    file.write_bytes(spoiled_json(random, content) if random.random() < 0.3 else content)
    words = random.choice((
        ["check", str(file)], ["check", str(file), "--json"],
        ["export", str(file), "--what", "layers", "-o", str(folder / "out.csv")],
        ["export", str(file), "--what", "results", "-o", str(folder / "no" / "out")],
    ))  # fmt: skip
    words = spoiled_words(random, words)
    if not words or words[0] not in ("check", "export", "report"):
        words = ["check", *words]  # else a window would open
    before, said, wrong = Path.cwd(), io.StringIO(), io.StringIO()
    os.chdir(folder)
    try:
        with redirect_stdout(said), redirect_stderr(wrong):
            code = main(words)
    except SystemExit as end:
        code = int(end.code or 0)
    finally:
        os.chdir(before)
    assert code in (0, 1, 2, 3), code
    assert "Traceback" not in wrong.getvalue()
    return code < 2


def figure(random: Random, _folder: Path) -> bool:
    """Something typed into a field."""
    quantity = random.choice(list(Quantity))
    text = odd_figure(random)
    try:
        value = parse(text, quantity, random.choice(("si", "us"))).value
    except GlacisError as fault:
        return told(fault)
    assert value == value
    assert abs(value) != float("inf"), text
    return True


DOORS: dict[str, Door] = {
    "project": project, "drawing": drawing, "geojson": geojson, "materials": materials, "site": site,
    "weather": weather, "probe": probe, "products": products, "fixings": fixings, "log": log, "settings": settings,
    "journal": journal, "command line": command_line, "figure": figure,
}  # fmt: skip
"""By name."""
SHARES = {
    "project": 440, "drawing": 300, "geojson": 300, "materials": 250, "site": 60, "weather": 30, "probe": 60,
    "products": 30, "fixings": 30, "log": 30, "settings": 70, "journal": 50, "command line": 50, "figure": 300,
}  # fmt: skip
"""How many of two thousand inputs each gets."""
