# SPDX-License-Identifier: GPL-3.0-or-later
"""Details that last in dry climates only: how much rain and frost each stands."""

from typing import Literal

from msgspec import Struct

from glacis.core.errors import ValueRefused

Verdict = Literal["ok", "mind", "stop"]
ROUNDING = 1e-6
"""Rain by which a limit may be passed [mm]; our judgement, the rounding of twelve sums."""


class DryDetail(Struct, frozen=True):
    """A detail and what it stands; figures are our judgement, and each is to be decided anew on its site.

    Attributes:
        id: of the detail.
        name: what it is.
        fine: rain of a year up to which it is taken as it is [mm].
        limit: rain up to which it is taken with its condition [mm].
        wettest: rain of the wettest month up to which it is taken as it is [mm].
        frosts: nights of frost in a year, likewise.
        condition: what has to hold between the two rains; empty where nothing helps.
        why: what happens otherwise.
        safe: the form that stands anywhere.
    """

    id: str
    name: str
    fine: float
    limit: float
    wettest: float
    frosts: int
    condition: str
    why: str
    safe: str


DETAILS = (
    DryDetail(
        "render-cap", "wall or parapet head capped with render only", 250.0, 400.0, 50.0, 20,
        "a membrane lies under the render", "render cracks; the head takes rain and frost from above",
        "metal or stone coping with membrane below, fall inwards",
    ),
    DryDetail(
        "recessed-ledge", "window recess or band with a level or rendered ledge", 300.0, 500.0, 60.0, 40,
        "a pan lies under the ledge", "water stands on the ledge",
        "ledge falls 10 degrees out over a pan with end dams",
    ),
    DryDetail(
        "eaveless-wall", "wall without overhang, face-sealed", 300.0, 500.0, 60.0, 60, "",
        "the wall takes what an eaves would keep off", "drained and vented cladding, pan at every sill",
    ),
    DryDetail(
        "foam-coating-only", "sprayed foam with coating, no gravel, no cover", 500.0, 900.0, 100.0, 80, "",
        "hail, birds and standing water open the coat", "granules or gravel, shorter inspection",
    ),
    DryDetail(
        "open-batten-no-underlay", "tiles without underlay", 250.0, 400.0, 50.0, 10, "pitch 30 degrees or more",
        "wind-driven rain and powder snow pass tiles", "underlay",
    ),
    DryDetail(
        "earth-on-liner-no-drain", "earth cover without drainage layer", 350.0, 500.0, 70.0, 40, "",
        "soil drowns and freezes on the sheet", "drainage mat and relief drains",
    ),
    DryDetail(
        "no-overflow", "outlet without overflow behind parapets", 0.0, 0.0, 0.0, 0, "",
        "one leaf floods the roof, in deserts too: rare storms are the hardest",
        "overflow above the outlet, at least its size",
    ),
)  # fmt: skip
"""Our judgement, each figure; editable by a decision of the project."""


class DryVerdict(Struct, frozen=True):
    """What a detail is worth on a site, and why in words."""

    verdict: Verdict
    why: str


def detail_of(identifier: str) -> DryDetail:
    """A detail by its id.

    Raises:
        ValueRefused: where there is no such one.
    """
    for detail in DETAILS:
        if detail.id == identifier:
            return detail
    known = ", ".join(detail.id for detail in DETAILS)
    raise ValueRefused("detail", f"'{identifier}'", f"one of {known}")


def judge_dry(
    detail: DryDetail, rain: tuple[float, ...], frosts: int | None, condition: bool | None
) -> DryVerdict:
    """Whether a detail stands on a site (our judgement).

    Args:
        detail: that is wanted.
        rain: twelve monthly sums [mm]; empty where nobody stated them.
        frosts: nights of frost in a year; None where no weather year tells.
        condition: whether its condition holds; None where nobody said.
    """
    if detail.limit <= 0:
        return DryVerdict("stop", f"{detail.why}; safe form: {detail.safe}")
    if not rain:
        return DryVerdict(
            "mind", "no rain is stated for this site: ask before this detail is built"
        )
    year, wettest = sum(rain), max(rain)
    if year <= detail.fine + ROUNDING and wettest <= detail.wettest + ROUNDING:
        if frosts is None:
            return DryVerdict("mind", "no weather year tells the nights of frost: ask")
        if frosts <= detail.frosts:
            return DryVerdict("ok", "")
    if year <= detail.limit + ROUNDING and detail.condition and condition is not False:
        need = "holds" if condition else "has to hold"
        return DryVerdict("mind", f"{detail.why}; {detail.condition}: this {need}")
    return DryVerdict("stop", f"{detail.why}; safe form: {detail.safe}")
