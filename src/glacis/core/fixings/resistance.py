# SPDX-License-Identifier: GPL-3.0-or-later
"""What one fixing, or a square metre of a bond, bears: the least of all ways of failing, and which."""

from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.fixings.pull_out import Pulled, pulled
from glacis.core.fixings.rows import ribbon_strength
from glacis.core.model.fixings import Bond, FixSet, Level, PullOut

MODES: dict[str, str] = {
    "pull-out": "pull-out", "pull-through": "pull-through of plate or head", "sheet": "sheet at the plate",
    "steel": "steel of the shaft", "set": "value tested for the set", "tests": "pull-out by tests on site",
    "glue": "glue", "facer": "board or its facing", "substrate": "substrate", "bond": "value tested for the bond",
}  # fmt: skip
TESTED_ONLY = ("self-adhered", "torched", "hot-bonded", "welded", "sprayed", "mortar")
"""Bonds that have no strength but the one that was tested; by the usual approvals."""


class Way(Struct, frozen=True):
    """One way of failing.

    Attributes:
        mode: its name.
        stated: as stated [N or Pa].
        level: of the stated value.
        design: R_d [N or Pa].
        source: of it.
    """

    mode: str
    stated: float
    level: Level
    design: float
    source: str = ""


class Resistance(Struct, frozen=True):
    """What a set bears.

    Attributes:
        ways: of failing that are known.
        tests: what tests on site say; None where none count.
        reason: why there is no value; empty where there is.
    """

    ways: tuple[Way, ...] = ()
    tests: Pulled | None = None
    reason: str = ""

    @property
    def governs(self) -> Way | None:
        """The way that fails first."""
        return min(self.ways, key=lambda way: way.design, default=None)

    @property
    def design(self) -> float:
        """R_d [N or Pa]; 0 where nobody knows."""
        found = self.governs
        return found.design if found is not None and not self.reason else 0.0


def design_value(value: float, level: Level, gamma: float, factor: float) -> float:
    """R_d of a stated value: over gamma, as it is, or times what lies between service and design loads.

    Args:
        value: as stated.
        level: characteristic, design or allowable.
        gamma: partial factor [-].
        factor: design load over the load at service level [-].
    """
    return {"characteristic": value / gamma, "design": value, "allowable": value * factor}[level]


def samples(tests: tuple[PullOut, ...], substrate: str) -> tuple[PullOut, ...]:
    """Tests on one substrate; others are never pooled with them."""
    return tuple(test for test in tests if test.substrate == substrate)


def resistance_of(held: FixSet, tests: tuple[PullOut, ...], factor: float) -> Resistance:
    """What one fixing of a set bears [N], or its bond [Pa].

    Args:
        held: the set.
        tests: pull-outs of the project.
        factor: design load over the load at service level [-].
    """
    if isinstance(held.way, Bond):
        return bond_strength(held.way, factor)
    ways = [
        Way(each.mode, each.value, each.level, design_value(each.value, each.level, each.gamma, factor), each.source)
        for each in held.strengths
    ]  # fmt: skip
    found = None
    if held.substrate:
        try:
            forces = [test.force for test in samples(tests, held.substrate)]
            found = pulled(forces, held.school, held.distribution, held.gamma, held.eta, held.known)
        except ValueRefused as refused:
            return Resistance(tuple(ways), None, str(refused))
        words = f"{found.count} tests on {held.substrate}"
        ways.append(Way("tests", found.characteristic, "characteristic", found.design, words))
    reason = "" if ways else "nobody stated what one fixing bears"
    return Resistance(tuple(ways), found, reason)


def bond_strength(bond: Bond, factor: float, spacing: float | None = None) -> Resistance:
    """What a square metre of a bond bears [Pa].

    Args:
        bond: as stated.
        factor: design load over the load at service level [-].
        spacing: of ribbons, where another than in the field [m].
    """
    if not bond.glue > 0:
        return Resistance((), None, "nobody stated what the bond bears")
    if bond.kind in TESTED_ONLY:
        if not bond.source.strip():
            return Resistance(
                (), None, "a bond of this kind has tested values only, and none is named"
            )
        value = design_value(bond.glue, bond.level, bond.gamma, factor)
        return Resistance((Way("bond", bond.glue, bond.level, value, bond.source),))
    share = bond.share
    if bond.kind == "ribbons":
        share = ribbon_strength(bond.bead, spacing or bond.spacing, 1.0, 1.0, 1.0, 1.0)
    ways = tuple(
        Way(mode, share * value, bond.level, design_value(share * value, bond.level, bond.gamma, factor), bond.source)
        for mode, value in (("glue", bond.glue), ("facer", bond.facer), ("substrate", bond.substrate))
        if value > 0
    )  # fmt: skip
    return Resistance(ways)
