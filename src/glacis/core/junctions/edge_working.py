# SPDX-License-Identifier: GPL-3.0-or-later
"""The steps behind what an edge loses, and behind U of the whole roof with its edges."""

from collections.abc import Iterator, Sequence

from glacis.core.junctions.edge_parts import Loss
from glacis.core.junctions.edge_solved import EdgeSolved
from glacis.core.units.quantities import Quantity
from glacis.core.working import Step, Working, put_in

OUTER = "psi by outer lengths, as areas are measured along the slope to their outer edges"
STANDARD = "ISO 10211:2017, 9"


FILMS = "R_si 0.25 on opaque faces, 0.13 on glass (ISO 13788:2012, 4.4.1)"


def _share_steps(solved: EdgeSolved) -> Iterator[Step]:
    """Lengths of the plane parts of a section and their U."""
    for number, share in enumerate(solved.shares, 1):
        yield Step(
            f"U_{number}",
            share.name,
            "",
            share.transmittance,
            Quantity.TRANSMITTANCE,
            "",
            "the plies as drawn",
        )
        yield Step(f"l_{number},i", "by inner faces", "", share.internal, Quantity.LENGTH)
        yield Step(f"l_{number},e", "by outer faces", "", share.external, Quantity.LENGTH)


def _psi_steps(solved: EdgeSolved) -> Iterator[Step]:
    times = 2.0 if solved.doubled else 1.0
    inner = sum(share.transmittance * share.internal for share in solved.shares) * times
    outer = sum(share.transmittance * share.external for share in solved.shares) * times
    for side, taken, value in (("i", inner, solved.internal), ("e", outer, solved.external)):
        shown = put_in("{} - {}", (solved.coupling, taken), value, Quantity.LINEAR)
        yield Step(f"ψ_{side}", f"L_2D - Σ U l_{side}", shown, value, Quantity.LINEAR, STANDARD)


def _chi_steps(solved: EdgeSolved) -> Iterator[Step]:
    share = solved.shares[0]
    yield Step(
        "U", share.name, "", share.transmittance, Quantity.TRANSMITTANCE, "", "the plies as drawn"
    )
    yield Step("A", "disc that is solved", "", share.internal, Quantity.AREA)
    values = (solved.coupling, share.transmittance, share.internal)
    shown = put_in("{} - {} × {}", values, solved.internal, Quantity.POINT)
    yield Step("χ", "L_3D - U A", shown, solved.internal, Quantity.POINT, STANDARD)


def edge_working(name: str, solved: EdgeSolved, *, is_point: bool) -> Working:
    """How psi of a junction, or chi of a point, came about."""
    kind, symbol = (Quantity.POINT, "L_3D") if is_point else (Quantity.LINEAR, "L_2D")
    words = "heat from inside to outside a kelvin"
    cold = tuple(
        Step("f_Rsi", f"coldest point of the {item.room}", "", item.factor, Quantity.FACTOR, FILMS)
        for item in solved.cold
    )
    found = _chi_steps(solved) if is_point else (*_share_steps(solved), *_psi_steps(solved))
    halves = (
        ("One of two alike halves was solved: lengths are of one, L and psi of both.",)
        if solved.doubled
        else ()
    )
    sure = f"{solved.cells} cells; two methods or grids lie {solved.gap:.4f} apart in {symbol.replace('_', ' ')}."
    steps = (Step(symbol, words, "", solved.coupling, kind, STANDARD), *found, *cold)
    return Working(name, steps, (sure, *halves))


def whole_steps(
    losses: Sequence[Loss], mean: float, total: float
) -> tuple[tuple[Step, ...], tuple[str, ...]]:
    """The steps from the mean of the clear fields [W/(m²·K)] to U of the whole roof, and what they leave out.

    Args:
        losses: of every junction.
        mean: of the clear fields.
        total: area of the roof along its slopes [m²].
    """
    steps = []
    known = [(item, item.solved) for item in losses if item.solved is not None]
    for number, (item, solved) in enumerate(known, 1):
        point = item.piece.length == 0
        size = float(item.piece.count) if point else item.piece.length * item.piece.count
        shown = put_in("{} × {}", (solved.external, size), item.loss, Quantity.COUPLING)
        symbol = f"n_{number} χ_{number}" if point else f"l_{number} ψ_{number}"
        steps.append(Step(symbol, item.piece.words, shown, item.loss, Quantity.COUPLING))
    lost = sum(item.loss for item in losses)
    kind = Quantity.TRANSMITTANCE
    shown = put_in("{} + {} / {}", (mean, lost, total), mean + lost / total, kind)
    steps.append(
        Step("U_whole", "U_m + (Σ ψ l + Σ n χ)/Σ A", shown, mean + lost / total, kind, "", OUTER)
    )
    bare = len(losses) - len(known)
    notes = (f"{bare} junctions have no section and are left out.",) if bare else ()
    return tuple(steps), notes
