# SPDX-License-Identifier: GPL-3.0-or-later
"""A stage from another package comes into every layer of the house without a file of it changing."""

import json
import subprocess
from collections.abc import Iterator
from pathlib import Path

import pytest
from PyQt6.QtWidgets import QTextBrowser

import glacis
from e2e.conftest import Answers, choose, let_go
from glacis.cli.commands import run
from glacis.core.analysis.analyser import Analyser
from glacis.core.graph.part import Ready
from glacis.core.judgement.catalogue import rule_book
from glacis.files.project_file import encode
from glacis.report.blocks import Words
from glacis.report.pdf import report_blocks
from glacis.report.results import results_json, results_page
from glacis.ui.app import Homes, make_window
from glacis.ui.pages import KeyboardPage
from glacis.ui.window import MainWindow
from mossy import WITH_MOSS
from mossy.core.moss.parts import MOSS_IN_TEN_YEARS
from mossy.ui.stages.moss.bench import MossBench
from support import demo, library


@pytest.fixture
def mossy(qtbot, tmp_path) -> Iterator[MainWindow]:
    homes = Homes(tmp_path / "config", tmp_path / "journal")
    made = make_window(True, None, homes, Answers(), WITH_MOSS)
    made.show()
    qtbot.waitExposed(made)
    made.desk.session.judge_all()
    yield made
    made.desk.store.mark_saved()
    bench = made.bench("moss", MossBench)
    assert made.close()
    assert bench.ended
    let_go(made)


def test_its_bench_keys_and_actions_are_in_the_window(mossy, qtbot):
    bench = mossy.bench("moss", MossBench)
    assert "damp for 0.00" in bench._line.words
    choose(mossy, "Scrape…")
    assert bench.scraped == 1
    page = KeyboardPage(mossy, mossy.desk.stages, mossy.kinds, mossy.actions_offered)
    text = page.findChild(QTextBrowser).toPlainText()
    assert "Ctrl+Shift+O" in text
    assert "Ctrl+G, O" in text
    assert "On Moss" in text
    page.close()
    assert [pose.name for pose in mossy.kinds["moss"].poses(mossy)] == ["moss"]


def test_its_finding_is_counted_in_the_walk_and_leads_to_its_bench(mossy):
    assert mossy.walk.button("moss").worst == ("note", 1)
    finding = next(f for f in mossy.desk.results.findings if f.rule == "moss.north")
    mossy.desk.go_to(finding.place, finding.stage)
    assert mossy.stage == "moss"
    assert mossy.desk.area.roof.area.id == finding.area


def test_its_long_part_is_worked_out_in_the_background(mossy, qtbot):
    mossy.desk.select_area("hall-north")
    bench = mossy.bench("moss", MossBench)
    state = lambda: mossy.desk.session.state(MOSS_IN_TEN_YEARS, "hall-north")  # noqa: E731
    qtbot.waitUntil(lambda: isinstance(state(), Ready), timeout=40_000)
    assert str(state().value)[:4] in bench._line.words


def test_its_chapter_rule_export_and_results_are_there():
    results = Analyser(library(), WITH_MOSS).analyse(demo())
    words = [block.text for block in report_blocks(results) if isinstance(block, Words)]
    assert "Damp for 0.74 of the year." in words
    data = results_json(results)
    assert [area["moss"] > 0.7 for area in data["areas"]].count(True) == 1
    assert "| `moss` | – | share of the year it stays damp |" in results_page(results)
    assert "moss.north" in {rule.id for rule in rule_book(WITH_MOSS).rules}
    assert "moss.north" in {f["rule"] for f in data["findings"]}


def test_the_command_line_offers_its_export(tmp_path, capsys):
    path = tmp_path / "demo.glacis"
    path.write_bytes(encode(demo()))
    out = tmp_path / "moss.csv"
    assert run(["export", str(path), "--what", "moss", "-o", str(out)], WITH_MOSS) == 0
    assert out.read_text().startswith("area,moss\nhall-south,0.000")
    assert run(["check", str(path), "--json"], WITH_MOSS) == 1
    data = json.loads(capsys.readouterr().out.split("\n", 1)[1])
    assert "moss" in data["areas"][0]


def test_nothing_in_glacis_knows_of_it():
    source = Path(glacis.__file__).parent
    found = subprocess.run(
        ["grep", "-rliE", r"\bmoss(y)?\b", str(source)], capture_output=True, check=False
    )
    named = {Path(line).suffix for line in found.stdout.decode().split()}
    assert ".py" not in named
