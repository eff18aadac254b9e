# SPDX-License-Identifier: GPL-3.0-or-later
"""Errors of our own: a calculation or a rule that breaks costs the user nothing."""

from collections.abc import Iterator
from typing import Any

import pytest
from msgspec.structs import replace

from glacis.core.analysis.analyser import Analyser
from glacis.core.errors import NotWorkedOut
from glacis.core.judgement.catalogue import UNJUDGED, judge, rule_book
from glacis.core.judgement.finding import Finding
from glacis.core.model.document import Project
from glacis.core.model.edit import set_thickness
from glacis.files.libraries import load_library
from glacis.files.project_file import load, save
from glacis.session.project_session import ProjectSession
from support import analyser, demo


@pytest.fixture
def session() -> Iterator[ProjectSession]:
    made = ProjectSession(demo(), load_library())
    yield made
    made.close()


def thicker(project: Project) -> Project:
    return set_thickness(project, "hall-slate", "between", 0.2)


def broken_on(monkeypatch: pytest.MonkeyPatch, name: str) -> None:
    """Analysis breaks on every document of this name."""
    true = Analyser.analyse

    def analyse(self: Analyser, project: Project, *rest: Any) -> Any:
        if project.name == name:
            raise ZeroDivisionError("float division by zero")
        return true(self, project, *rest)

    monkeypatch.setattr(Analyser, "analyse", analyse)


def test_an_edit_that_breaks_the_analysis_leaves_document_results_and_history(session, monkeypatch):
    session.store.apply("Thicker", thicker)
    before, results = session.project, session.results
    broken_on(monkeypatch, "Bad")
    with pytest.raises(NotWorkedOut, match="ZeroDivisionError"):
        session.store.apply("Rename", lambda project: replace(project, name="Bad"))
    assert session.project is before
    assert session.results is results
    assert session.store.undo_label == "Thicker"


def test_undo_to_what_breaks_stays_where_it_is(session, monkeypatch):
    session.store.apply("Thicker", thicker)
    broken_on(monkeypatch, demo().name)
    with pytest.raises(NotWorkedOut):
        session.store.undo()
    assert session.store.undo_label == "Thicker"
    assert session.project == thicker(demo())


def test_a_file_that_breaks_the_analysis_is_not_opened(session, tmp_path, monkeypatch):
    good, bad = tmp_path / "good.glacis", tmp_path / "bad.glacis"
    save(demo(), good)
    save(replace(demo(), name="Bad"), bad)
    assert session.documents.open(good) == ""
    before = session.project
    broken_on(monkeypatch, "Bad")
    assert "ZeroDivisionError" in session.documents.open(bad)
    assert session.project is before
    assert session.documents.path == good
    other = ProjectSession(demo(), load_library())
    assert "another window" in other.documents.open(good)
    other.close()


def test_two_names_of_one_file_are_two_files_once_either_is_saved(session, tmp_path):
    one, other = tmp_path / "one.glacis", tmp_path / "other.glacis"
    save(demo(), one)
    other.hardlink_to(one)
    second = ProjectSession(demo(), load_library())
    assert session.documents.open(one) == second.documents.open(other) == ""
    session.store.apply("Thicker", thicker)
    second.store.apply("Rename", lambda project: replace(project, name="Other"))
    assert session.documents.save(one) == second.documents.save(other) == ""
    assert (load(one), load(other)) == (thicker(demo()), replace(demo(), name="Other"))
    second.close()


def test_a_rule_that_breaks_says_so_and_silences_no_other():
    roof = analyser().analyse(demo()).of("laboratory").roof

    def breaks(_roof: object) -> Iterator[Finding]:
        raise KeyError("{0} no such layer")

    rules = tuple(rule for rule in rule_book().rules if rule.about == "area")
    broken = replace(rules[0], check=breaks)
    plain = judge((roof,), rules[1:])
    found = judge((roof,), (broken, *rules[1:]))
    (told,) = [finding for finding in found if finding.rule == UNJUDGED.id]
    assert set(found) - {told} == set(plain)
    assert broken.title in told.message("us")
    assert told.area == "laboratory"
    assert rule_book().of(told) is UNJUDGED


def test_a_document_is_worked_out_once_on_its_way_in(session, tmp_path, monkeypatch):
    path = tmp_path / "roof.glacis"
    save(replace(demo(), name="Other"), path)
    true, seen = Analyser.analyse, []

    def analyse(self: Analyser, project: Project, *rest: Any) -> Any:
        seen.append(project.name)
        return true(self, project, *rest)

    monkeypatch.setattr(Analyser, "analyse", analyse)
    assert session.documents.open(path) == ""
    session.store.apply("Thicker", thicker)
    assert session.documents.save(path) == ""
    session.store.undo()
    assert seen == ["Other"] * 3


def test_a_link_that_leads_in_a_ring_is_not_saved_to(session, tmp_path):
    ring = tmp_path / "ring.glacis"
    ring.symlink_to(ring)
    assert "ring.glacis" in session.documents.save(ring)
    assert session.documents.path is None
