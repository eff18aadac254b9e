# SPDX-License-Identifier: GPL-3.0-or-later
"""Parts are worked out once for what they read; keys hash once; previews leave nothing behind."""

from functools import partial

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec import Struct
from msgspec.structs import replace

from glacis.core.errors import GlacisError, ValueRefused
from glacis.core.graph.memo import MISSING, Gathered, Memo
from glacis.core.graph.part import WHOLE, Failed, LongPart, NotReady, Part, Pending, Ready
from glacis.core.graph.reader import Reader
from glacis.core.model.document import Project
from glacis.core.model.edit import move_layer, remove_layer, set_thickness
from glacis.core.model.validate import check_project
from support import analyser, demo
from work import SHOUTED

HASHES: list[str] = []


class Heavy(Struct, frozen=True):
    """A value that tells when it is hashed."""

    name: str

    def __hash__(self) -> int:
        HASHES.append(self.name)
        return hash(self.name)


class Both(Struct, frozen=True):
    heavy: Heavy
    number: float


class Subject(Gathered, frozen=True):
    heavy: Heavy


class Judged(Struct, frozen=True):
    subject: Subject


def test_a_value_is_hashed_once_however_many_keys_it_is_in():
    memo, heavy = Memo(), Heavy("once")
    HASHES.clear()
    keys = [memo.key(f"part {k}", Both(heavy, 1.0)) for k in range(50)]
    assert len(HASHES) <= 2
    assert len(set(keys)) == 50
    assert memo.key("part 0", Both(Heavy("once"), 1.0)) == keys[0]
    assert memo.key("part 0", Both(Heavy("twice"), 1.0)) != keys[0]
    assert memo.key("part 0", Both(heavy, 2.0)) != keys[0]


def test_what_is_gathered_anew_at_each_read_is_not_hashed_anew():
    memo, heavy = Memo(), Heavy("gathered")
    HASHES.clear()
    keys = {memo.key("part", Judged(Subject(heavy))) for _ in range(50)}
    assert len(HASHES) <= 2
    assert len(keys) == 1
    assert memo.key("part", Judged(Subject(Heavy("other")))) not in keys


def test_what_is_remembered_is_bounded_and_the_longest_unused_goes_first():
    memo = Memo(limit=1000)
    keys = [memo.key("part", k) for k in range(12)]
    for k, key in enumerate(keys[:10]):
        memo.keep(key, f"value {k}", 100)
    assert memo.find(keys[0]) == "value 0"
    memo.keep(keys[10], "value 10", 100)
    assert memo.weight <= 1000
    assert memo.find(keys[1]) is MISSING
    assert memo.find(keys[0]) == "value 0"
    memo.keep(keys[11], "larger than all", 5000)
    assert memo.find(keys[11]) == "larger than all"
    assert memo.find(keys[10]) is MISSING


def test_a_scratch_layer_sees_what_is_below_and_leaves_nothing_there():
    memo = Memo()
    below = memo.key("part", 1)
    memo.keep(below, "below", 10)
    scratch = memo.scratch()
    above = scratch.key("part", Both(Heavy("new"), 1.0))
    scratch.keep(above, "above", 10)
    assert scratch.find(below) == "below"
    assert scratch.find(above) == "above"
    assert memo.find(memo.key("part", Both(Heavy("new"), 1.0))) is MISSING
    assert memo.weight == 10


def test_previewing_a_change_works_out_only_that_change_and_forgets_it():
    engine = analyser()
    engine.analyse(demo())
    thicker = set_thickness(demo(), "lab-low-slope", "insulation", 0.3)
    before = dict(engine.counts)
    engine.preview(thicker).of("laboratory")
    once = {name: n - before[name] for name, n in engine.counts.items() if n != before[name]}
    assert once == {
        "thermal": 1, "monthly": 1, "taper": 1, "area": 1, "figures": 1, "findings": 1, "fixings": 1,
        "findings of fixings": 1,
    }  # fmt: skip
    engine.preview(thicker).of("laboratory")
    assert engine.counts["thermal"] == before["thermal"] + 2
    engine.analyse(demo())
    assert engine.counts["thermal"] == before["thermal"] + 2


def test_a_step_back_and_forth_works_nothing_out():
    engine = analyser()
    thicker = set_thickness(demo(), "lab-low-slope", "insulation", 0.3)
    first = engine.analyse(demo()).areas
    engine.analyse(thicker)
    counts = dict(engine.counts)
    assert engine.analyse(demo()).areas == first
    assert engine.analyse(thicker)
    assert engine.counts == counts


def test_a_part_says_how_it_stands_without_being_worked_out():
    def name(reader: Reader, _subject: str) -> str:
        return reader.project.name

    def shout(text: str) -> str:
        if text == "Bad":
            raise ValueRefused("name", text, "another")
        return text.upper()

    loud = Part("loud", name, shout)
    results = analyser().analyse(demo())
    assert results.state(loud) == Pending()
    assert results.value(loud) == demo().name.upper()
    assert results.state(loud) == Ready(demo().name.upper())
    with pytest.raises(ValueRefused):
        analyser().analyse(replace(demo(), name="Bad")).value(loud)


def test_a_long_part_is_never_worked_out_by_reading_it():
    results = analyser().analyse(demo())
    with pytest.raises(NotReady, match="shouted"):
        results.value(SHOUTED)
    reads_it = Part("reads it", lambda reader, s: reader.value(SHOUTED, s), len)
    assert results.state(reads_it) == Pending()
    assert results.reader.finish(SHOUTED, WHOLE) == demo().name.upper()
    assert results.value(reads_it) == len(demo().name)


def test_what_no_value_came_for_is_known_at_a_glance():
    gathered: list[str] = []

    def reads(reader: Reader, subject: str) -> str:
        gathered.append(subject)
        return reader.area(subject).name

    def glance(reader: Reader, subject: str) -> str:
        return reader.area(subject).assembly

    part = LongPart("named", reads, lambda name, _progress: name.upper(), glance=glance)
    reader = analyser().analyse(demo()).reader
    first = reader.project.areas[0]
    other = next(area for area in reader.project.areas if area.assembly != first.assembly)
    reader.finish(part, first.id)
    gathered.clear()
    assert reader.ready(part, other.id) is None
    assert not gathered
    assert reader.ready(part, first.id) == first.name.upper()
    assert reader.ready(part, "none") is None


def test_what_cannot_be_read_is_a_failure_that_says_why():
    lost = Part("lost", lambda reader, s: reader.area(s), lambda area: area.name)
    state = analyser().analyse(demo()).state(lost, "nowhere")
    assert isinstance(state, Failed)
    assert "nowhere" in state.why


def test_a_long_part_finishes_once():
    seen: list[str] = []

    def work(name: str, _progress: object) -> str:
        seen.append(name)
        return name

    slow = LongPart("slow", lambda reader, _s: reader.project.name, work)
    reader = analyser().analyse(demo()).reader
    assert reader.finish(slow, WHOLE) == reader.finish(slow, WHOLE)
    assert len(seen) == 1


def without_layer(project, number):
    """The hall without one of its layers; as it is where it has none left."""
    layers = project.assemblies[0].layers
    if not layers:
        return project
    return remove_layer(project, "hall-slate", layers[number % min(5, len(layers))].id)


EDITS = (
    lambda p, k: set_thickness(p, "hall-slate", "between", 0.05 + k / 100),
    lambda p, k: set_thickness(p, "lab-low-slope", "insulation", 0.05 + k / 100),
    lambda p, k: move_layer(p, "lab-low-slope", "insulation", k % 4),
    lambda p, k: without_layer(p, k),
    lambda p, k: replace(p, targets=replace(p.targets, u_value=0.1 + k / 100)),
    lambda p, k: replace(p, areas=tuple(replace(a, pitch=float(k)) if a.grown is None else a for a in p.areas)),
    lambda p, k: replace(p, zones=tuple(replace(z, temperature=15.0 + k) for z in p.zones)),
    lambda p, k: replace(p, name=f"Name {k}"),
)  # fmt: skip


@settings(max_examples=12)
@given(st.lists(st.tuples(st.integers(0, len(EDITS) - 1), st.integers(1, 20)), max_size=7))
def test_after_any_row_of_edits_results_are_those_of_a_fresh_analysis(rows):
    engine, project = analyser(), demo()
    engine.analyse(project)
    history: list[Project] = [project]
    for which, amount in rows:
        try:
            project = EDITS[which](project, amount)
            check_project(project)
        except GlacisError:
            project = history[-1]
            continue
        history.append(project)
        engine.analyse(project)
    for document in (history[-1], history[0], *history[-2:]):
        known, fresh = engine.analyse(document), analyser().analyse(document)
        assert known.areas == fresh.areas
        assert known.whole == fresh.whole


def test_counting_is_of_parts_by_name():
    engine = analyser()
    for thickness in (0.1, 0.2, 0.3):
        engine.analyse(set_thickness(demo(), "lab-low-slope", "insulation", thickness))
    assert engine.counts["shape"] == 1
    assert partial(engine.counts.get, "no such part")() is None
