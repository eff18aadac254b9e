# SPDX-License-Identifier: GPL-3.0-or-later
"""From signs to causes: one or two causes at work, each showing its signs more or less surely.

Noisy-OR (Pearl 1988, Probabilistic Reasoning in Intelligent Systems, 4.3.2) over all sets of one or two causes; signs
hang together, so each counts by the power of 0.8 only. A sign nobody looked for counts as nothing.
"""

from collections.abc import Iterable, Mapping
from itertools import combinations

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from glacis.core.errors import ValueRefused
from glacis.core.log.table import Sign, Table

TEMPER = 0.8
"""Power of each likelihood; our judgement: signs depend on each other."""
PAIR = 0.6
"""Weight of two causes against what they were by themselves; our judgement."""
DRAWS = 200
"""Drawn tables; our judgement: percentiles then move by a hundredth or two between seeds."""
LOW, HIGH = 0.1, 0.9
STRETCH = 2.0
"""Odds and priors are drawn between half and twice; our judgement of how well they are known."""
FEW = 4
"""Signs below which nothing is said but where to look; our judgement."""
SURE = 0.5
"""Share from which a cause is no guess; our judgement."""
RISEN, MOST_ASKED = 3.0, 0.9
"""A cause that is the answer is so many times as likely as it was before, or this likely [-]; our judgement."""
FOR = 0.5
"""Evidence from which a sign is listed for or against [bit]; our judgement."""
TINY = 1e-300
"""What stands for nothing in a logarithm; by definition of double precision."""

Numbers = NDArray[np.float64]


class Ranked(Struct, frozen=True):
    """A cause with how likely it is.

    Attributes:
        id: of the cause.
        name: in words.
        share: how likely it is at work [-]; shares of all add up to more than one, as two may be.
        low: tenth percentile over drawn tables.
        high: ninetieth.
        before: prior by itself, before any sign.
        evidence: signs for and against [bit], strongest first.
    """

    id: str
    name: str
    share: float
    low: float
    high: float
    before: float
    evidence: tuple[tuple[str, float], ...]


class Belief(Struct, frozen=True):
    """What signs of a roof say.

    Attributes:
        causes: likeliest first.
        best: ids of the likeliest set of one or two.
        best_share: how likely it is [-].
        says: ``undecided``, ``too little known``, ``something not in the list``; none where the first stands out.
        table: by which it was reckoned.
        signs: that were looked for.
    """

    causes: tuple[Ranked, ...]
    best: tuple[str, ...]
    best_share: float
    says: tuple[str, ...]
    table: str
    signs: int


class NextTest(Struct, frozen=True):
    """A test that could be made.

    Attributes:
        id: of it.
        words: what is done.
        positive: what its coming out means.
        cost: as a multiple of an hour's visit.
        bits: it is expected to tell about what is at work.
        apart: bits it is expected to tell about which of the first two it is.
        opens: whether it opens the roof.
    """

    id: str
    words: str
    positive: str
    cost: float
    bits: float
    apart: float
    opens: bool

    @property
    def worth(self) -> float:
        """Bits by cost."""
        return self.bits / self.cost


class Sets:
    """All sets of one or two causes of a table, and what they weigh by given factors."""

    def __init__(self, table: Table, factors: Mapping[str, float]) -> None:
        count = len(table.causes)
        self.table = table
        self.members = (*((k,) for k in range(count)), *combinations(range(count), 2))
        self.holds = np.zeros((len(self.members), count))
        for row, members in enumerate(self.members):
            self.holds[row, list(members)] = 1.0
        self.weights = np.array([cause.weight for cause in table.causes])
        for name, factor in factors.items():
            if not factor >= 0:
                raise ValueRefused(f"factor of '{name}'", factor, "0 or more")
            at = next((k for k, cause in enumerate(table.causes) if cause.id == name), None)
            if at is None:
                raise ValueRefused("cause of a factor", name, "one of the table of diagnosis")
            self.weights[at] *= factor
        if not self.weights.sum() > 0:
            raise ValueRefused("priors", "all of them 0", "one cause at least that can be")

    def prior(self, weights: Numbers) -> Numbers:
        """Weight of each set, for weights of causes (causes,) or drawn ones (draws, causes)."""
        shares = weights / weights.sum(axis=-1, keepdims=True)
        count = shares.shape[-1]
        pairs = np.array(self.members[count:])
        twos = PAIR * shares[..., pairs[:, 0]] * shares[..., pairs[:, 1]]
        return np.concatenate([shares, twos], axis=-1)

    def likelihood(self, background: Numbers, shares: Numbers) -> Numbers:
        """How likely each set shows each sign (..., signs, sets), from (..., signs) and (..., signs, causes)."""
        missed = np.log1p(-shares) @ self.holds.T
        return 1.0 - (1.0 - background[..., None]) * np.exp(missed)


def belief(
    table: Table, seen: Iterable[str], absent: Iterable[str], factors: Mapping[str, float], seed: int = 1
) -> Belief:  # fmt: skip
    """What signs say about causes; the order they are told in makes no difference.

    Args:
        table: of likelihoods.
        seen: ids of signs seen and of tests that came out.
        absent: ids of signs looked for and absent, and of tests that did not come out.
        factors: on priors of causes, by what the roof was computed to do.
        seed: of the drawn tables.

    Raises:
        MissingReference: for a sign that is not in the table.
        ValueRefused: for a sign both seen and absent, or factors that leave no cause.
    """
    signs, out = _told(table, seen, absent)
    sets = Sets(table, factors)
    background, shares = _numbers(signs, len(table.causes))
    before, alone = _normal(sets.prior(sets.weights)), _normal(sets.weights)
    told = _told_likelihood(sets.likelihood(background, shares), out)
    after = _normal(before * np.exp(told.sum(axis=-2)))
    marginal = after @ sets.holds
    low, high = _band(sets, background, shares, out, seed)
    names = [sign.words for sign in signs]
    ranked = []
    for k, cause in enumerate(table.causes):
        pro = _evidence(before, told, sets.holds[:, k], names)
        ranked.append(
            Ranked(
                cause.id, cause.name, float(marginal[k]), float(low[k]), float(high[k]),
                float(alone[k]), pro,
            )
        )  # fmt: skip
    ranked.sort(key=lambda each: (-each.share, each.id))
    best = int(np.argmax(after))
    return Belief(
        tuple(ranked), tuple(table.causes[k].id for k in sets.members[best]), float(after[best]),
        _says(ranked, len(signs)), table.name, len(signs),
    )  # fmt: skip


def _told(
    table: Table, seen: Iterable[str], absent: Iterable[str]
) -> tuple[tuple[Sign, ...], Numbers]:
    """Signs in the order of the table, with whether each is there."""
    there, away = set(seen), set(absent)
    if there & away:
        raise ValueRefused("sign", table.sign(min(there & away)).words, "seen or absent, not both")
    for ident in there | away:
        table.sign(ident)
    signs = tuple(sign for sign in (*table.signs, *table.tests) if sign.id in there | away)
    return signs, np.array([sign.id in there for sign in signs], dtype=bool)


def _numbers(signs: tuple[Sign, ...], causes: int) -> tuple[Numbers, Numbers]:
    background = np.array([sign.background for sign in signs], dtype=float)
    shares = np.array([sign.shares for sign in signs], dtype=float).reshape(len(signs), causes)
    return background, shares


def _normal(weights: Numbers) -> Numbers:
    total: Numbers = weights / weights.sum(axis=-1, keepdims=True)
    return total


def _told_likelihood(chance: Numbers, out: Numbers) -> Numbers:
    """Tempered logarithm of what was told, for each sign and set."""
    there = np.where(out[:, None], chance, 1.0 - chance)
    told: Numbers = TEMPER * np.log(np.maximum(there, TINY))
    return told


def _odds_times(share: Numbers, factor: Numbers) -> Numbers:
    moved: Numbers = share * factor / (1.0 - share + share * factor)
    return moved


def _band(
    sets: Sets, background: Numbers, shares: Numbers, out: Numbers, seed: int
) -> tuple[Numbers, Numbers]:
    """Tenth and ninetieth percentile of each cause over drawn tables."""
    generator = np.random.default_rng(seed)

    def drawn(shape: tuple[int, ...]) -> Numbers:
        factors: Numbers = STRETCH ** generator.uniform(-1.0, 1.0, (DRAWS, *shape))
        return factors

    q = _odds_times(shares, drawn(shares.shape))
    b = _odds_times(background, drawn(background.shape))
    prior = sets.prior(sets.weights * drawn(sets.weights.shape))
    told = _told_likelihood(sets.likelihood(b, q), out)
    after = _normal(_normal(prior) * np.exp(told.sum(axis=-2)))
    low, high = np.quantile(after @ sets.holds, [LOW, HIGH], axis=0)
    return low, high


def _evidence(
    before: Numbers, told: Numbers, holds: Numbers, names: list[str]
) -> tuple[tuple[str, float], ...]:
    """Bits by which each sign moves the odds of a cause, all others counted; those that tell little left out."""
    total = told.sum(axis=0)
    here = holds > 0

    def odds(logs: Numbers) -> float:
        weights = before * np.exp(logs - logs.max())
        return float(weights[here].sum() / max(weights[~here].sum(), TINY))

    full = odds(total)
    found = []
    for row, name in zip(told, names, strict=True):
        bits = float(np.log2(max(full, TINY) / max(odds(total - row), TINY)))
        if abs(bits) > FOR:
            found.append((name, bits))
    return tuple(sorted(found, key=lambda each: -abs(each[1])))


def _says(ranked: list[Ranked], signs: int) -> tuple[str, ...]:
    first, second = ranked[0], ranked[1]
    found = []
    if first.low <= second.high:
        found.append("undecided")
    if first.share < SURE and signs < FEW:
        found.append("too little known")
    if signs >= FEW and all(each.share < min(RISEN * each.before, MOST_ASKED) for each in ranked):
        found.append("something not in the list")
    return tuple(found)


def next_tests(
    table: Table, seen: Iterable[str], absent: Iterable[str], factors: Mapping[str, float]
) -> tuple[NextTest, ...]:
    """Tests not made yet, by what they tell for their cost, the best first.

    A roof is opened only where that tells twice as much for its cost as anything else, or nothing cheaper tells
    a tenth of a bit.
    """
    from glacis.core.log.sign_table import OPENING

    seen, absent = tuple(seen), tuple(absent)
    signs, out = _told(table, seen, absent)
    sets = Sets(table, factors)
    background, shares = _numbers(signs, len(table.causes))
    told = _told_likelihood(sets.likelihood(background, shares), out)
    after = _normal(_normal(sets.prior(sets.weights)) * np.exp(told.sum(axis=-2)))
    left = tuple(test for test in table.tests if test.id not in {*seen, *absent})
    chances = sets.likelihood(*_numbers(left, len(table.causes)))
    first, second = np.argsort(-(after @ sets.holds), kind="stable")[:2]
    found = []
    for test, chance in zip(left, chances, strict=True):
        bits = _information(after, chance)
        apart = _apart(after, chance, sets.holds[:, first], sets.holds[:, second])
        opens = test.id in OPENING
        found.append(NextTest(test.id, test.words, test.positive, test.cost, bits, apart, opens))
    return _offered(found)


def _entropy(chance: Numbers | float) -> Numbers:
    p = np.clip(chance, 1e-12, 1.0 - 1e-12)
    bits: Numbers = -p * np.log2(p) - (1.0 - p) * np.log2(1.0 - p)
    return bits


def _information(after: Numbers, chance: Numbers) -> float:
    """Bits a test tells about what is at work: entropy of its outcome less what is left once that is known."""
    return float(_entropy(after @ chance) - after @ _entropy(chance))


def _apart(after: Numbers, chance: Numbers, first: Numbers, second: Numbers) -> float:
    """Bits about which of two causes it is, over sets that hold exactly one of them."""
    weights = np.array([(after * first * (1 - second)).sum(), (after * second * (1 - first)).sum()])
    if not weights.min() > 0:
        return 0.0
    either = np.array(
        [
            (after * first * (1 - second)) @ chance / weights[0],
            (after * second * (1 - first)) @ chance / weights[1],
        ]
    )
    shares = weights / weights.sum()
    return float(_entropy(shares @ either) - shares @ _entropy(either))


OPEN_TWICE, OPEN_ELSE = 2.0, 0.1
"""How much more an opening has to tell, and what it needs not compete with [bit]; our judgement."""


def _offered(tests: list[NextTest]) -> tuple[NextTest, ...]:
    ranked = sorted(tests, key=lambda test: (-test.worth, test.id))
    whole = [test for test in ranked if not test.opens]
    best = max((test.worth for test in whole), default=0.0)
    telling = any(test.bits >= OPEN_ELSE for test in whole)
    return tuple(
        test for test in ranked if not test.opens or test.worth >= OPEN_TWICE * best or not telling
    )
