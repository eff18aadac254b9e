# SPDX-License-Identifier: GPL-3.0-or-later
"""Junctions: tables that agree with the library, graphs that keep their laws, drops that enter where they may."""

from itertools import combinations_with_replacement

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from core.junction_roofs import EDGE, NEAR, TRIPS, cut, drawn, flat, on
from glacis.core.errors import GlacisError, MissingReference, ValueRefused
from glacis.core.graph.part import WHOLE
from glacis.core.judgement.by_edge import EDGE_HEAT_FINDINGS
from glacis.core.judgement.catalogue import rule_book
from glacis.core.junctions.chains import Ends, ends_of, kinds, uphill_of, usual_links
from glacis.core.junctions.change import (
    add_link,
    answer_question,
    cut_link,
    hold_contact,
    join_islands,
    put_hand_piece,
    put_links,
    put_wall,
    remove_hand_piece,
    remove_wall,
    set_detail,
    set_link,
    table_contact,
    turn_lap,
    usual_again,
    want_dry,
)
from glacis.core.junctions.contacts import (
    FAMILY_NAMES,
    VALUES,
    contact,
    faces_of,
    glued,
    run_off,
    touches,
)
from glacis.core.junctions.continuity import trace
from glacis.core.junctions.dry_only import DETAILS, detail_of, judge_dry
from glacis.core.junctions.edge_parts import CASES, DISTINCT, EDGES, LOSSES, losses_of
from glacis.core.junctions.laps import Lap, drop, judge_lap, lap_of
from glacis.core.junctions.parts import JUNCTIONS
from glacis.core.junctions.pieces import KINDS
from glacis.core.junctions.questions import at_risk, questions_of
from glacis.core.junctions.threads import threads_of
from glacis.core.junctions.traced import Traced
from glacis.core.junctions.walls import USUAL_WALLS
from glacis.core.model.document import Project
from glacis.core.model.edge_detail import EdgeDetail
from glacis.core.model.edit import remove_area
from glacis.core.model.junctions import Answer, ContactRule, HandPiece, Link
from glacis.core.model.validate import check_project
from glacis.core.shape.parts import SHAPE
from support import analyser, case, demo, library

PIPE = HandPiece(id="p", name="Vent", kind="pipe", area="a", at=(5.0, 2.5))
RULES = tuple(rule for rule in rule_book().rules if rule.about in ("junction", "edge-heat"))


def found_in(project: Project, junction: str = EDGE) -> Traced:
    """A junction of a project."""
    found = analyser().analyse(project, "figures").value(JUNCTIONS)
    return next(item for item in found if item.piece.id == junction)


def rules_of(project: Project) -> set[str]:
    """Rules about junctions that a project trips, sections solved."""
    results = analyser().analyse(project)
    results.reader.finish(EDGES, WHOLE)
    known = {rule.id for rule in RULES}
    return {finding.rule for finding in results.findings} & known


def test_laps_are_judged_as_the_reference_has_them():
    found = case("j60_lap_order")
    for stated, wanted in zip(found["inputs"]["laps"], found["expected"]["rows"], strict=True):
        verdict = judge_lap(Lap(
            stated["uphill"], stated["downhill"], stated["over"], stated["kind"] == "scupper",
            stated.get("sealed", "lap"), stated.get("length"), stated.get("least"), stated.get("decision", False),
        ))  # fmt: skip
        assert (verdict.verdict, verdict.id, verdict.why) == (
            wanted["verdict"],
            wanted["id"],
            wanted["why"],
        )


def test_tables_are_whole_and_know_every_material():
    assert set(kinds()) == set(KINDS) - {"overflow"}
    assert sum(map(len, kinds().values())) == 161
    assert len(FAMILY_NAMES) == 24
    for first, second in combinations_with_replacement(FAMILY_NAMES, 2):
        assert contact(first, second) == contact(second, first)
        assert contact(first, second).value in VALUES
    unknown = {material.id for material in library().materials if faces_of(material.id) is None}
    assert unknown == {"geomembrane-loose"}  # its polymer is not stated
    assert all(set(faces_of(m.id) or ()) <= set(FAMILY_NAMES) for m in library().materials)


@pytest.mark.parametrize("kind", kinds())
def test_usual_chains_are_whole_lap_with_the_flow_and_keep_a_drop_out(kind):
    links = usual_links(kind)
    for control, ends in ends_of(kind).items():
        line = trace(control, links, ends)
        assert line.state in ("whole", "none")
        assert not line.doubled
        assert not line.loose
    laps = [lap for link in links if (lap := lap_of(kind, link)) is not None]
    assert all(judge_lap(lap).verdict == "ok" for lap in laps)
    assert not any(step.enters for step in drop(kind, links))
    assert len(drop(kind, links)) == len(laps)


NAMES = st.sampled_from(("a", "b", "c", "d", "e", "f"))
LINKS = st.lists(
    st.builds(lambda a, b: Link(control="air", start=a, end=b), NAMES, NAMES).filter(lambda x: x.start != x.end),
    max_size=9,
).map(tuple)  # fmt: skip
ENDS = Ends("a", "f")


@given(LINKS, NAMES, NAMES)
def test_adding_a_link_never_opens_a_gap_and_taking_one_never_closes_it(links, start, end):
    before = trace("air", links, ENDS)
    if start != end:
        after = trace("air", (*links, Link(control="air", start=start, end=end)), ENDS)
        assert (before.state == "broken") >= (after.state == "broken")
    for k in range(len(links)):
        fewer = trace("air", links[:k] + links[k + 1 :], ENDS)
        assert (fewer.state == "broken") >= (before.state == "broken")


@given(LINKS, st.randoms())
def test_a_line_is_the_same_from_both_ends_and_in_any_order(links, random):
    line = trace("air", links, ENDS)
    back = trace("air", links, Ends("f", "a"))
    assert line.state == back.state
    assert len(line.path) == len(back.path)
    shuffled = list(links)
    random.shuffle(shuffled)
    assert trace("air", tuple(shuffled), ENDS).state == line.state
    if line.state == "broken":
        here, there = map(set, line.islands)
        assert not here & there
        assert (
            not {name for x in links for name in (x.start, x.end)} - here - there - set(line.loose)
        )
    else:
        ends = [{links[n].start, links[n].end} for n in line.links]
        assert [set(pair) for pair in zip(line.path, line.path[1:], strict=False)] == ends


@given(
    st.sampled_from(sorted(kinds())),
    st.lists(st.booleans(), min_size=10, max_size=10),
    st.booleans(),
)
def test_a_drop_enters_exactly_at_reversed_laps_that_are_not_welded(kind, turned, welded):
    def other(link: Link, turn: bool) -> Link:
        if link.control != "water" or not turn or link.over == "none":
            return link
        joint = "weld" if welded else "lap"
        return replace(link, over="to" if link.over == "from" else "from", joint=joint)

    usual = usual_links(kind)
    links = tuple(other(link, turned[k % 10]) for k, link in enumerate(usual))
    reversed_ = {
        (link.start, link.end)
        for link, plain in zip(links, usual, strict=True)
        if link.over != plain.over and lap_of(kind, link) is not None
    }
    entered = {
        (link.start, link.end)
        for step in drop(kind, links)
        if step.enters
        for link in links
        if link.control == "water" and {link.start, link.end} == {step.uphill, step.downhill}
    }
    assert entered == (set() if welded else reversed_)


@pytest.mark.parametrize("control", ["air", "vapour"])
def test_two_ways_of_air_or_vapour_are_one_too_many_and_of_water_a_backup(control):
    ways = (("a", "b"), ("b", "f"), ("a", "f"))
    links = tuple(Link(control=control, start=x, end=y) for x, y in ways)
    assert trace(control, links, ENDS).doubled == (("a", "b", "f"),)
    water = tuple(replace(link, control="water") for link in links)
    assert trace("water", water, ENDS).doubled == ()


def test_uphill_follows_from_form_and_never_from_the_order_of_a_link():
    for kind in kinds():
        for link in usual_links(kind):
            turned = replace(link, start=link.end, end=link.start)
            sides = {"from": "to", "to": "from", "none": "none"}
            if link.control == "water":
                assert uphill_of(kind, turned) == sides[uphill_of(kind, link)]
    level = replace(usual_links("change")[0], uphill="to")
    assert uphill_of("change-level", level) == "to"


def test_contacts_the_face_decides_a_glue_touches_both_and_the_project_outranks():
    faced = touches((("board", "eps-white", "solid"), ("sheet", "pvc-sheet", "membrane")))
    assert faced[0].judged.value == "separate"
    coated = touches(
        (("board", "eps-bitumen-faced", "solid"), ("sheet", "bitumen-two-ply", "membrane"))
    )
    assert coated[0].judged.value == "compatible"
    fresh = (("sheet", "aluminium-sheet", "membrane"), ("screed", "cement-screed", "solid"))
    assert touches(fresh)[0].judged.value == "forbidden"
    cured = (("slab", "reinforced-concrete", "solid"), ("sheet", "aluminium-sheet", "membrane"))
    assert touches(cured)[0].judged.value == "compatible"
    faced_above = (("foil", "aluminium-self-adhered", "membrane"), fresh[1])
    assert touches(faced_above)[0].judged.value == "forbidden"  # its upper face is the metal
    apart = (fresh[0], ("gap", "", "air"), fresh[1])
    assert touches(apart) == ()
    assert (
        touches((("a", "geomembrane-loose", "membrane"), ("b", "xps", "solid")))[0].judged.value
        == "test"
    )
    assert glued("tpo", "wood", "sil").value == "forbidden"
    own = (ContactRule(first="sil", second="tpo", value="compatible", reason="the maker's letter"),)
    assert contact("tpo", "sil", own).value == "compatible"
    assert run_off("cu", "zn") is not None
    assert run_off("zn", "cu") is None
    known = {("pvc", "bit"): "separate", ("pvc", "eps"): "separate", ("trt", "alu"): "forbidden",
             ("solv", "eps"): "forbidden", ("sil", "sbs"): "forbidden", ("eps", "zn"): "separate"}  # fmt: skip
    assert {pair: contact(*pair).value for pair in known} == known
    with pytest.raises(ValueRefused, match="family"):
        contact("tpo", "tin")


def test_details_for_dry_climates_at_and_past_their_limits():
    cap = detail_of("render-cap")
    month = cap.fine / 12
    assert judge_dry(cap, (month,) * 12, 20, None).verdict == "ok"
    assert judge_dry(cap, (month,) * 12, 21, True).verdict == "mind"
    assert judge_dry(cap, (month + 0.1,) * 12, 0, None).verdict == "mind"
    assert judge_dry(cap, (month + 0.1,) * 12, 0, False).verdict == "stop"
    assert judge_dry(cap, (cap.limit / 12 + 0.1,) * 12, 0, True).verdict == "stop"
    assert judge_dry(cap, (51.0, *(0.0,) * 11), 0, False).verdict == "stop"
    assert judge_dry(cap, (), None, None).verdict == "mind"
    assert judge_dry(detail_of("no-overflow"), (0.0,) * 12, 0, True).verdict == "stop"
    assert (
        judge_dry(detail_of("eaveless-wall"), (26.0,) * 12, 0, True).verdict == "stop"
    )  # nothing helps
    assert len({detail.id for detail in DETAILS}) == 7


def test_every_rule_has_a_roof_that_trips_it_and_one_that_just_does_not():
    assert set(TRIPS) == set(NEAR) == {rule.id for rule in RULES}


@pytest.mark.parametrize("rule", TRIPS)
def test_a_faulty_edge_trips_its_rule_and_a_near_one_does_not(rule):
    assert rule in rules_of(TRIPS[rule])
    assert rule not in rules_of(NEAR[rule])


@pytest.mark.parametrize("rule", TRIPS)
def test_every_way_out_of_an_edge_clears_or_eases_it(rule):
    results = analyser().analyse(TRIPS[rule])
    results.reader.finish(EDGES, WHOLE)
    finding = next(f for f in results.findings if f.rule == rule)
    offered = results.remedies(finding)
    for remedy in offered:
        after = analyser().analyse(remedy.change(TRIPS[rule]))
        after.reader.finish(EDGES, WHOLE)
        assert finding not in after.findings
    silent = {"junction.loose", "junction.handover", "junction.no-room", "lap.reverse-never"}
    assert offered or rule in silent | {"edge.loss"}


def test_every_edge_of_the_demo_is_a_junction_with_the_length_it_has():
    results = analyser().analyse(demo(), "figures")
    sums: dict[str, float] = {}
    for item in results.value(JUNCTIONS):
        if not item.piece.by:
            sums[item.piece.edge] = sums.get(item.piece.edge, 0.0) + item.piece.length
    shape: dict[str, float] = {}
    for junction in results.value(SHAPE).junctions:
        if junction.kind not in ("kerb", "penetration"):
            shape[junction.kind] = shape.get(junction.kind, 0.0) + junction.length
    sums.pop("", None)
    assert sums == pytest.approx(shape)
    kinds_there = {item.piece.kind for item in results.value(JUNCTIONS)}
    assert {
        "wall-side",
        "wall-level",
        "eaves-heel",
        "eaves-warm",
        "obstacle",
        "roof-window",
    } <= kinds_there
    ids = [item.piece.id for item in results.value(JUNCTIONS)]
    assert len(ids) == len(set(ids))


def test_ids_of_junctions_stay_when_a_roof_is_moved_or_raised():
    project = demo()
    areas = tuple(replace(area, level=area.level + 0.5) for area in project.areas)
    moved = replace(project, areas=areas)
    before, after = (
        {item.piece.id for item in analyser().analyse(p, "figures").value(JUNCTIONS)}
        for p in (project, moved)
    )
    assert before == after


def test_a_bare_form_breaks_the_thermal_line_and_a_wrapped_one_mends_it():
    bare = found_in(demo(), "parapet:laboratory#1")
    assert bare.line("thermal").gap == "roof insulation | wall insulation"
    assert all("parapet wrap" not in thread.things for thread in threads_of(bare))
    detail = EdgeDetail(height=0.6, width=0.2, wrap="both", insulation=0.1, head=0.06)
    wrapped = set_detail(demo(), "parapet:laboratory#1", detail)
    assert found_in(wrapped, "parapet:laboratory#1").line("thermal").state == "whole"


def test_threads_show_every_link_once_and_tear_where_lines_break():
    found = found_in(drawn(EDGE, cut("roof air layer", "air")))
    shown = [n for thread in threads_of(found) for n in thread.links if n >= 0]
    assert sorted(shown) == list(range(len(found.links)))
    air = next(thread for thread in threads_of(found) if thread.control == "air")
    assert air.links == (-1,)
    assert air.things == ("roof air layer", "wall air layer")


def test_questions_come_from_gaps_and_answers_stay_on_record():
    project = drawn(EDGE, on("roof sheet", drawn_by="", trade=""))
    asked = questions_of((found_in(project),), ())
    assert len(asked) == 2
    said = Answer(
        question=asked[0].key, answer="Welded on site", who="A. Merrow", date="2026-04-01"
    )
    answered = answer_question(project, said)
    again = questions_of((found_in(answered),), answered.answers)
    assert [question.answer for question in again] == [None, said]
    assert answer_question(answered, replace(said, answer=" ")).answers == ()
    with pytest.raises(ValueRefused, match="who answered"):
        answer_question(project, replace(said, who=""))
    risk = at_risk((found_in(project),))
    assert [(item.control, item.state, item.length) for item in risk] == [
        ("water", "undrawn", 10.0)
    ]


def test_changes_of_lines_keep_what_they_do_not_touch():
    project = flat()
    found = found_in(project)
    turned = turn_lap(project, found, 0)
    assert found_in(turned).links[0].over == "to"
    assert found_in(turned).links[1:] == found.links[1:]
    assert turn_lap(turned, found_in(turned), 0).junctions[0].links == found.links
    broken = cut_link(project, found, 2)
    gone = found_in(broken)
    assert gone.line("air").state == "broken"
    mended = join_islands(broken, gone, "air", usual_links("flat-edge"))
    assert found_in(mended).line("air").state == "whole"
    assert usual_again(mended, EDGE).junctions == ()
    assert table_contact(hold_contact(project, _rule()), "sil", "tpo") == project
    piped = put_hand_piece(project, PIPE)
    assert found_in(piped, "pipe:a/p").worst == "whole"
    assert remove_hand_piece(piped, "p") == project
    assert remove_area(turned, "a").junctions == ()
    wall = replace(USUAL_WALLS[1], id="other")
    named = set_detail(put_wall(project, wall), EDGE, EdgeDetail(wall="other"))
    check_project(named)
    assert remove_wall(named, "other").junctions[0].detail == EdgeDetail()


def _rule() -> ContactRule:
    return ContactRule(first="sil", second="tpo", value="test", reason="asked the maker")


def test_a_change_that_cannot_be_is_refused_by_name():
    project = flat()
    found = found_in(project)
    refused: list[tuple[type[GlacisError], str, object]] = [
        (ValueRefused, "to itself", lambda: add_link(project, found, Link(control="air", start="x", end="x"))),
        (ValueRefused, "names", lambda: add_link(project, found, Link(control="air", start=" ", end="x"))),
        (MissingReference, "link", lambda: set_link(project, found, 99, over="to")),
        (ValueRefused, "lap", lambda: set_link(project, found, 0, length=3.0)),
        (ValueRefused, "glue", lambda: set_link(project, found, 0, glue="honey")),
        (ValueRefused, "200 at most", lambda: put_links(project, EDGE, found.links * 50)),
        (ValueRefused, "no reason", lambda: hold_contact(project, replace(_rule(), reason=" "))),
        (ValueRefused, "family", lambda: hold_contact(project, replace(_rule(), first="tin"))),
        (ValueRefused, "detail", lambda: want_dry(project, EDGE, "igloo")),
        (MissingReference, "wall", lambda: set_detail(project, EDGE, EdgeDetail(wall="none"))),
        (ValueRefused, "insulation", lambda: set_detail(project, EDGE, EdgeDetail(insulation=-0.1))),
        (ValueRefused, "layer", lambda: put_wall(project, replace(USUAL_WALLS[0], layers=()))),
        (MissingReference, "area", lambda: put_hand_piece(project, replace(PIPE, area="?"))),
        (MissingReference, "by hand", lambda: remove_hand_piece(project, "?")),
        (ValueRefused, "a broken one", lambda: join_islands(project, found, "air", ())),
        (ValueRefused, "different", lambda: judge_lap(Lap("a", "a", "a"))),
        (ValueRefused, "lies over", lambda: judge_lap(Lap("a", "b", "c"))),
    ]  # fmt: skip
    for kind, words, change in refused:
        with pytest.raises(kind, match=words):
            change()  # type: ignore[operator]


def test_edges_count_in_the_mean_of_the_whole_roof_by_every_metre():
    results = analyser().analyse(demo(), "figures")
    assert results.whole_transmittance is None
    results.reader.finish(EDGES, WHOLE)
    losses = losses_of(results.reader)
    assert losses is not None
    total = sum(item.roof.true_area for item in results.areas)
    by_hand = sum(
        item.solved.external * (item.piece.length or 1.0) * item.piece.count
        for item in losses
        if item.solved is not None
    )
    mean = results.mean_transmittance
    assert mean is not None
    assert results.whole_transmittance == pytest.approx(mean + by_hand / total)
    steps = results.mean_working().steps
    assert steps[-1].symbol == "U_whole"
    assert sum(step.symbol.startswith(("l_", "n_")) for step in steps) == sum(
        x.solved is not None for x in losses
    )


def test_an_edit_that_no_edge_depends_on_works_out_nothing_of_edges_again():
    engine, project = analyser(), demo()
    results = engine.analyse(project)
    results.reader.finish(EDGES, WHOLE)
    assert engine.analyse(project).whole_transmittance == results.whole_transmittance
    assert engine.analyse(project).findings
    parts = (CASES, DISTINCT, EDGES, LOSSES, EDGE_HEAT_FINDINGS)
    before = [engine.counts[part.name] for part in parts]
    later = engine.analyse(replace(project, name="Another name"))
    assert later.findings
    assert later.whole_transmittance == results.whole_transmittance
    assert [engine.counts[part.name] for part in parts] == before
    first, *others = project.areas
    renamed = replace(project, areas=(replace(first, name="Another area"), *others))
    assert losses_of(engine.analyse(renamed).reader) is not None, "the same contents are solved"
    assert engine.counts[EDGES.name] == 1


def test_junctions_built_alike_are_solved_once():
    cases = [item.case for item in analyser().analyse(demo(), "figures").value(CASES)]
    assert len(cases) > 50
    assert len(set(cases) - {None}) < 25
