# SPDX-License-Identifier: GPL-3.0-or-later
"""How things are sold and laid: what the project states, else the table of the trade."""

from functools import cache

from msgspec import Struct

from glacis.core.model.document import Material
from glacis.core.model.quantities import (
    BarForm,
    BoardForm,
    FillForm,
    Form,
    LiquidForm,
    PieceForm,
    PourForm,
    Quantities,
    RollForm,
    Stock,
    TrimForm,
    WorkRate,
)
from glacis.core.quantities.trade_table import BESIDE, FIELD, RATES, STOCKS, THINGS, WHOLES


class Strips(Struct, frozen=True):
    """Metal laid up the slope in strips: cover of one [m]."""

    cover: float


class Courses(Struct, frozen=True):
    """Small pieces laid in courses: length and width of one [m]."""

    length: float
    width: float


class Sold(Struct, frozen=True):
    """How something is sold.

    Attributes:
        form: as sold.
        plies: sheets laid one on the other.
        spare: beyond what is cut [-].
        step: of the table of rates; empty for none.
        assumed: whether the project states nothing and the table stands in.
    """

    form: Form | Strips | Courses
    plies: int = 1
    spare: float = 0.0
    step: str = ""
    assumed: bool = True


def _rows(table: str) -> list[list[str]]:
    return [[word.strip() for word in line.split("|")] for line in table.splitlines()]


def _form(words: list[str]) -> tuple[Form | Strips | Courses, int]:
    kind, rest = words[0], words[1:]
    plies = int(rest.pop()[1:]) if rest and rest[-1].startswith("x") else 1
    if kind == "board":
        length, width, stagger, least, kerf = map(float, rest[:5])
        return BoardForm(
            length=length, width=width, stagger=min(stagger, length / 2), least=min(least, length), kerf=kerf,
            edged=rest[5] == "edged",
        ), 1  # fmt: skip
    if kind == "liquid":
        smooth, rough, coats, solids = map(float, rest[:4])
        return LiquidForm(
            smooth=smooth,
            rough=rough,
            coats=int(coats),
            solids=solids,
            both_faces=rest[4] == "both",
            can=float(rest[5]),
        ), 1
    figures = [float(word) for word in rest]
    if kind == "roll":
        width, length, side, end, least = figures
        return RollForm(width=width, length=length, side_lap=side, end_lap=end, least=least), plies
    if kind == "bar":
        return BarForm(lengths=tuple(figures[:-1]), kerf=figures[-1]), 1
    if kind == "pour":
        return PourForm(compaction=figures[0], load=figures[1]), 1
    if kind == "fill":
        return FillForm(bag=figures[0]), 1
    if kind == "strips":
        return Strips(figures[0]), 1
    return Courses(figures[0] / 1000, figures[1] / 1000), 1


@cache
def usual_stocks() -> dict[str, Sold]:
    """How materials and families are usually sold."""
    found = {}
    for key, form, spare, step in _rows(STOCKS):
        made, plies = _form(form.split())
        found[key] = Sold(made, plies, float(spare), step)
    return found


@cache
def usual_rates() -> dict[str, tuple[str, WorkRate]]:
    """Unit and rate of every step."""
    return {
        step: (unit, WorkRate(step=step, low=float(low), typical=float(typical), high=float(high), people=int(people)))
        for step, unit, low, typical, high, people in _rows(RATES)
    }  # fmt: skip


class Thing(Struct, frozen=True):
    """How a thing of an edge is bought.

    Attributes:
        basis: by the metre, by the item, as part of something, or not at all.
        trim: pieces of what goes by the metre; None for others.
        step: of the table of rates; empty for none.
        why: nothing is bought; what it is part of.
    """

    basis: str
    trim: TrimForm | None = None
    step: str = ""
    why: str = ""


@cache
def usual_things() -> dict[str, Thing]:
    """How things of the usual chains are bought."""
    found = {}
    for name, how, step in _rows(THINGS):
        words = how.split()
        if words[0] == "metre":
            piece, lap, girth = map(float, words[1:])
            found[name] = Thing("metre", TrimForm(piece=piece, lap=lap, girth=girth), step)
        elif words[0] == "item":
            found[name] = Thing("item", None, step)
        else:
            found[name] = Thing("none", None, "", f"part of the {step}")
    return found


@cache
def thing_named(name: str) -> Thing:
    """How a thing is bought: one that nobody knows goes by the metre, unless it is a layer or stands beside."""
    known = usual_things().get(name)
    if known is not None:
        return known
    low = name.lower()
    if any(low.startswith(word) or f" {word}" in f" {low}" for word in FIELD):
        return Thing("none", why="counted as a layer of the field")
    if any(low.startswith(word) for word in BESIDE):
        return Thing("none", why="belongs to what stands beside the roof")
    return Thing("metre", TrimForm(), "")


@cache
def wholes() -> dict[str, tuple[str, str]]:
    """What is bought as one thing by kind of junction: its name, and the step that sets it."""
    return {kind: (name, step) for kind, name, step in _rows(WHOLES)}


class Trade(Struct, frozen=True):
    """The project's own stock and rates over the tables."""

    stocks: tuple[Stock, ...] = ()
    rates: tuple[WorkRate, ...] = ()

    def stock(self, key: str) -> Stock | None:
        """What the project states of a key; None for nothing."""
        return next((stock for stock in self.stocks if stock.key == key), None)

    def of(self, material: Material, product: str = "") -> Sold:
        """How a material is sold: as the project states it, else as usual."""
        usual = usual_stocks()
        sold = usual.get(material.id) or usual.get(f"family:{material.family}") or Sold(PieceForm())
        own = self.stock(product) if product else None
        own = own or self.stock(material.id)
        if own is None:
            return sold
        return Sold(own.form, sold.plies, own.spare, sold.step, assumed=False)

    def bars(self, key: str) -> tuple[Sold, BarForm]:
        """How members or battens are sold."""
        sold = usual_stocks()[key]
        own = self.stock(key)
        if own is not None and isinstance(own.form, BarForm):
            sold = Sold(own.form, 1, own.spare, sold.step, assumed=False)
        return sold, sold.form if isinstance(sold.form, BarForm) else BarForm()

    def trim(self, name: str, thing: Thing) -> tuple[TrimForm, float, bool]:
        """Pieces, spare and whether assumed, of a thing that goes by the metre."""
        own = self.stock(name)
        if own is not None and isinstance(own.form, TrimForm):
            return own.form, own.spare, False
        return thing.trim or TrimForm(), 0.0, True

    def rate(self, step: str) -> tuple[str, WorkRate] | None:
        """Unit and rate of a step: the firm's own before the table's; None for a step nobody knows."""
        usual = usual_rates().get(step)
        own = next((rate for rate in self.rates if rate.step == step), None)
        if own is not None:
            return (usual[0] if usual else "m2"), own
        return usual


def trade_of(stated: Quantities) -> Trade:
    """The project's own stock and rates over the tables."""
    return Trade(stated.stocks, stated.rates)
