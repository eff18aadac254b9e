# SPDX-License-Identifier: GPL-3.0-or-later
"""From signs of a wet roof to its causes: worked roofs, laws of evidence, and what to test next."""

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from glacis.core.errors import MissingReference, ValueRefused
from glacis.core.log.belief import TEMPER, Sets, belief, next_tests
from glacis.core.log.exercises import comes_out, exercise_of, exercises, mark
from glacis.core.log.priors import AsFound, factors_of
from glacis.core.log.table import table_with, usual_table
from glacis.core.model.log import OwnShare

TABLE = usual_table()
EXERCISES = tuple(exercises())
SIGNS = [sign.id for sign in TABLE.signs]
TOLD = st.dictionaries(st.sampled_from(SIGNS), st.booleans(), max_size=8)


def shares(seen=(), absent=(), factors=None, table=TABLE):
    return {c.id: c.share for c in belief(table, seen, absent, factors or {}).causes}


def split(told):
    return [s for s, there in told.items() if there], [s for s, there in told.items() if not there]


# worked by hand


def test_one_sign_by_hand():
    """Two causes only: leak 2, wall 1, a sign with background 0.1 and shares 0.8 and 0.5."""
    own = tuple(
        OwnShare(sign="prior", cause=cause.id, value=1e-9, source="hand")
        for cause in TABLE.causes[2:]
    )
    table = table_with(
        (
            *own,
            OwnShare(sign="prior", cause="leak", value=2.0, source="hand"),
            OwnShare(sign="prior", cause="wall", value=1.0, source="hand"),
            OwnShare(sign="after-rain", cause="background", value=0.1, source="hand"),
            OwnShare(sign="after-rain", cause="leak", value=0.8, source="hand"),
            OwnShare(sign="after-rain", cause="wall", value=0.5, source="hand"),
        )
    )
    leak = 2 / 3 * (1 - 0.9 * 0.2) ** TEMPER
    wall = 1 / 3 * (1 - 0.9 * 0.5) ** TEMPER
    both = 0.6 * 2 / 9 * (1 - 0.9 * 0.2 * 0.5) ** TEMPER
    found = shares(["after-rain"], table=table)
    assert found["leak"] == pytest.approx((leak + both) / (leak + wall + both), rel=1e-6)
    assert found["wall"] == pytest.approx((wall + both) / (leak + wall + both), rel=1e-6)


def test_only_wets_after_rain_is_undecided_and_seams_are_probed_next():
    found = belief(TABLE, ["after-rain"], [], {})
    first = {c.id: c for c in found.causes}
    assert [c.id for c in found.causes[:4]] == ["leak", "wall", "drainage", "ageing"]
    assert first["leak"].share == pytest.approx(0.375, abs=0.001)
    assert (first["leak"].low, first["leak"].high) == pytest.approx((0.24, 0.50), abs=0.02)
    assert (first["wall"].low, first["wall"].high) == pytest.approx((0.11, 0.28), abs=0.02)
    assert first["drainage"].share == pytest.approx(0.15, abs=0.005)
    assert first["ageing"].share == pytest.approx(0.12, abs=0.005)
    assert "undecided" in found.says
    best = next_tests(TABLE, ["after-rain"], [], {})[0]
    assert (best.id, best.cost) == ("probe", 1)
    assert best.bits == pytest.approx(0.30, abs=0.005)


@pytest.mark.parametrize("exercise", EXERCISES, ids=lambda each: each.id)
def test_every_exercise_has_the_answer_its_table_gives(exercise):
    found = belief(TABLE, exercise.seen, exercise.absent, dict(exercise.factors))
    told = {c.id: c for c in found.causes}
    for cause, share in exercise.shares:
        assert told[cause].share == pytest.approx(share, abs=0.011), cause
    assert set(found.best) == set(exercise.answer)
    assert "something not in the list" not in found.says
    assert found.says == (("undecided",) if exercise.undecided else ())
    tests = {
        t.id: t for t in next_tests(TABLE, exercise.seen, exercise.absent, dict(exercise.factors))
    }
    if exercise.undecided:
        assert max(tests.values(), key=lambda test: test.apart).id == exercise.test
    assert tests[exercise.test].bits > 0
    assert sum(repair.worth == "good" for repair in exercise.repairs) == 1
    assert any(repair.worth == "harm" for repair in exercise.repairs)


def test_two_signs_of_the_same_cause_confirm_each_other_and_evidence_says_so():
    found = belief(TABLE, ["at-ridge", "dust-streaks"], ["after-rain"], {"air": 3.0})
    air = next(c for c in found.causes if c.id == "air")
    assert found.best == ("air",)
    assert {name for name, bits in air.evidence if bits > 0} >= {"Worst at ridge or high point"}
    leak = next(c for c in found.causes if c.id == "leak")
    assert dict(leak.evidence)["Wets within hours of rain"] < -0.5


def test_signs_that_nothing_explains_are_said_to_be_out_of_the_list():
    """Wet in dry cold, yet nothing that would explain it was found."""
    looked = ["no-vent-path", "near-pipes", "coping", "humid-rooms", "underside-wet"]
    found = belief(TABLE, ["cold-dry"], looked, {})
    assert "something not in the list" in found.says
    few = belief(TABLE, ["cold-dry"], looked[:2], {})
    assert "too little known" in few.says
    assert "something not in the list" not in few.says


# laws


@given(TOLD, st.randoms(use_true_random=False))
@settings(max_examples=40, deadline=None)
def test_the_order_in_which_signs_are_told_makes_no_difference(told, random):
    seen, absent = split(told)
    mixed_seen, mixed_absent = list(seen), list(absent)
    random.shuffle(mixed_seen)
    random.shuffle(mixed_absent)
    assert belief(TABLE, seen, absent, {}) == belief(TABLE, mixed_seen, mixed_absent, {})


@given(TOLD, st.sampled_from(SIGNS), st.sampled_from([c.id for c in TABLE.causes]))
@settings(max_examples=60, deadline=None)
def test_a_cause_never_rises_on_what_is_likelier_without_it(told, sign, cause):
    """Likelier over all that is still possible without it than with it, weighed by how likely each is."""
    assume(sign not in told)
    seen, absent = split(told)
    sets = Sets(TABLE, {})
    at = next(k for k, c in enumerate(TABLE.causes) if c.id == cause)
    weights = sets.prior(sets.weights)
    for ident in (*seen, *absent):
        row = TABLE.sign(ident)
        chance = sets.likelihood(np.array([row.background]), np.array([row.shares]))[0]
        weights = weights * (chance if ident in seen else 1 - chance) ** TEMPER
    row = TABLE.sign(sign)
    tempered = sets.likelihood(np.array([row.background]), np.array([row.shares]))[0] ** TEMPER
    here = sets.holds[:, at] > 0
    with_it = (weights * tempered)[here].sum() / weights[here].sum()
    without = (weights * tempered)[~here].sum() / weights[~here].sum()
    before, after = shares(seen, absent)[cause], shares([*seen, sign], absent)[cause]
    assert (after > before + 1e-12) == (with_it > without * (1 + 1e-12)) or after == pytest.approx(
        before
    )


@given(TOLD)
@settings(max_examples=40, deadline=None)
def test_shares_are_shares_bands_hold_them_about_and_pairs_count_twice(told):
    seen, absent = split(told)
    found = belief(TABLE, seen, absent, {})
    assert 1.0 - 1e-9 <= sum(c.share for c in found.causes) <= 2.0 + 1e-9
    for cause in found.causes:
        assert 0 <= cause.low <= cause.high <= 1
    tests = next_tests(TABLE, seen, absent, {})
    assert all(-1e-9 <= t.bits <= 1 and -1e-9 <= t.apart <= 1 for t in tests)
    assert list(tests) == sorted(tests, key=lambda t: (-t.worth, t.id))


@given(TOLD, st.sampled_from([t.id for t in TABLE.tests]))
@settings(max_examples=25, deadline=None)
def test_no_test_tells_less_than_nothing_or_is_asked_for_twice(told, test):
    """A test tells something or nothing, and once it is made nobody is asked to make it again."""
    seen, absent = split(told)
    tests = {t.id: t for t in next_tests(TABLE, seen, absent, {})}
    assume(test in tests)
    apart = tests[test]
    assert apart.bits >= -1e-9
    done = next_tests(TABLE, [*seen, test], absent, {})
    assert test not in {t.id for t in done}


def test_a_roof_is_opened_only_where_that_tells_twice_as_much():
    for exercise in EXERCISES:
        tests = next_tests(TABLE, exercise.seen, exercise.absent, dict(exercise.factors))
        opened = [t for t in tests if t.opens]
        best = max(t.worth for t in tests if not t.opens)
        small = all(t.bits < 0.1 for t in tests if not t.opens)
        assert not opened or opened[0].worth >= 2 * best or small
    everything = [t.id for t in TABLE.tests if t.id != "core"]
    assert [t.id for t in next_tests(TABLE, [], everything, {})] == ["core"]


# the roof as computed


def test_the_computed_roof_moves_priors_at_its_bounds():
    def by(**values):
        return {f.cause: f.value for f in factors_of(AsFound(**values))}

    assert by()["ventilation"] == 0.0
    assert shares(["cold-dry"], factors=by())["ventilation"] == 0.0
    assert (by(peak=0.15)["diffusion"], by(peak=0.2001)["diffusion"]) == (0.3, 4.0)
    assert "diffusion" not in by(peak=0.2)
    assert (by(rise=0.019)["air"], by(rise=0.06)["air"]) == (0.5, 3.0)
    assert "air" not in by(rise=0.02)
    assert (by(margin=0.11)["surface"], by(margin=-0.001)["surface"]) == (0.3, 4.0)
    assert "surface" not in by(margin=0.0)
    assert (by(pools=False)["drainage"], by(pools=True)["drainage"]) == (0.4, 3.0)
    assert "drainage" not in by()
    assert [by(way=w)["ventilation"] for w in ("meets", "half", "still")] == [0.5, 2.0, 4.0]
    assert (by(slow=True, age=9.0)["built-in"], by(age=5.1)["built-in"]) == (2.0, 0.1)
    assert "built-in" not in by(age=5.0)
    assert (by(age=5.0, life=20.0)["ageing"], by(age=16.0, life=20.0)["ageing"]) == (0.2, 3.0)
    assert "ageing" not in by(age=6.0, life=20.0)
    assert (by(zone=6)["ice"], by(zone=3)["ice"]) == (2.0, 0.02)
    assert "ice" not in by(zone=5)
    assert (by(planted=True)["roots"], by()["roots"]) == (4.0, 0.3)
    assert (by(pipes=True)["services"], by(pipes=False)["services"]) == (2.0, 0.05)
    assert (by(wall=True)["wall"], by()["wall"]) == (1.5, 0.05)
    assert (by(visited=True)["traffic"], by(overworked=True)["wind"]) == (2.0, 3.0)


# bad input and the open table


def test_what_cannot_be_is_refused():
    with pytest.raises(ValueRefused, match="seen or absent, not both"):
        belief(TABLE, ["ponding"], ["ponding"], {})
    with pytest.raises(MissingReference, match="smell"):
        belief(TABLE, ["smell"], [], {})
    with pytest.raises(ValueRefused, match="cause at least that can be"):
        belief(TABLE, [], [], {cause.id: 0.0 for cause in TABLE.causes})
    with pytest.raises(ValueRefused, match="0 or more"):
        belief(TABLE, [], [], {"air": -1.0})


@pytest.mark.parametrize(
    ("sign", "cause", "value", "error"),
    [
        ("after-rain", "leak", 1.0, "0 to 0.99"),
        ("after-rain", "background", 0.0, "above 0"),
        ("prior", "leak", 0.0, "above 0"),
        ("prior", "gremlins", 1.0, "gremlins"),
        ("smell", "leak", 0.5, "smell"),
        ("hose", "gremlins", 0.5, "gremlins"),
    ],
)
def test_a_share_of_ones_own_has_to_be_one(sign, cause, value, error):
    with pytest.raises((ValueRefused, MissingReference), match=error):
        table_with((OwnShare(sign=sign, cause=cause, value=value, source="x"),))


def test_ones_own_shares_change_the_answer_and_the_name_of_the_table():
    own = table_with((OwnShare(sign="after-rain", cause="leak", value=0.0, source="site"),))
    assert shares(["after-rain"], table=own)["leak"] < shares(["after-rain"])["leak"] / 2
    assert "1 of the project's own" in belief(own, ["after-rain"], [], {}).table
    assert TABLE.name in belief(TABLE, [], [], {}).table


# exercises are marked for reasoning


def test_marks_are_for_reasoning_not_luck():
    void = exercise_of("void")
    full = mark(void, ["vent"], ["air", "ventilation"], "seal")
    assert sum(each.got for each in full) > 9
    lucky = mark(exercise_of("edge"), [], ["wind"], "edge")
    wild = mark(exercise_of("edge"), [], ["roots"], "seams")
    assert sum(x.got for x in lucky) > 9
    assert sum(x.got for x in wild) < 2.5
    guess = mark(void, [], ["diffusion"], "sheet")
    assert {each.part: each.got for each in guess}["Reasoning"] < 0.5
    assert {each.part: each.got for each in guess}["Repair"] == 0.0
    everything = mark(void, [t.id for t in TABLE.tests], ["air", "ventilation"], "seal")
    assert {each.part: each.got for each in everything}["Tests"] == 0.0
    assert all(0 <= each.got <= each.of for each in (*full, *lucky, *wild, *guess, *everything))
    assert sum(each.of for each in full) == 10


@pytest.mark.parametrize("exercise", EXERCISES, ids=lambda each: each.id)
def test_the_test_that_is_named_comes_out_as_its_answer_says(exercise):
    """The named test confirms the answer, or rules its rival out."""
    out = comes_out(exercise, exercise.test)
    seen = [*exercise.seen, exercise.test] if out else exercise.seen
    absent = exercise.absent if out else [*exercise.absent, exercise.test]
    before = belief(TABLE, exercise.seen, exercise.absent, dict(exercise.factors))
    after = belief(TABLE, seen, absent, dict(exercise.factors))
    assert set(after.best) == set(exercise.answer)
    assert after.best_share > before.best_share
