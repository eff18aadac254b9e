# SPDX-License-Identifier: GPL-3.0-or-later
"""What is found about the air of an area; how it is found needs the compiler, which this does not import."""

from typing import TYPE_CHECKING, NamedTuple

from msgspec import Struct

from glacis.core.air.path import AirWay
from glacis.core.heat.resolve import LayerData
from glacis.core.model.air import Air, TableValue
from glacis.core.model.document import ApproachId, RoofArea, Site

if TYPE_CHECKING:
    from glacis.core.air.attic import AtticFlow
    from glacis.core.air.bays import Status
    from glacis.core.air.free_area import Basis, Verdict
    from glacis.core.air.heel import ChuteCount
    from glacis.core.air.ice import Ice
    from glacis.core.air.layout import Layout
    from glacis.core.air.states import Hot, States
    from glacis.core.air.tables import Tables, VentRule
    from glacis.core.air.weather import Conditions
    from glacis.core.shape.edges import Edge
    from glacis.core.shape.planes import Plane


STATUS_WORDS: "dict[Status, str]" = {
    "through": "breathes", "no-exhaust": "no way out", "no-intake": "no way in", "closed": "shut",
}  # fmt: skip
"""What each status of a bay is called wherever it is said."""


class Beside(NamedTuple):
    """An area that may share its air: as stated, in space, with its edges, and what is stated about air.

    A tuple, so that what reads it is remembered by the very things in it.
    """

    area: RoofArea
    plane: "Plane"
    edges: "tuple[Edge, ...]"
    air: Air | None


class Laid(Struct, frozen=True):
    """Bays as they are laid out; None, and why, where they cannot be."""

    layout: "Layout | None"
    fault: str = ""


class BaysRead(Struct, frozen=True):
    """What the bays of an area depend on: no temperature, no layer but the way's geometry.

    Attributes:
        air: what is stated about it.
        chain: the area itself, then those that changes of pitch join to it.
        way: that the air takes.
        values: of tables, as the project states them.
    """

    air: Air
    chain: tuple[Beside, ...]
    way: AirWay
    values: tuple[TableValue, ...]


def over_breaks(beside: tuple[Beside, ...]) -> tuple[Beside, ...]:
    """Of the areas beside one, those that changes of pitch join to it, itself first."""
    by_id = {one.area.id: one for one in beside}
    chain = [beside[0]]
    for one in chain:
        for edge in one.edges:
            beyond = by_id.get(edge.other) if edge.kind == "break" else None
            if beyond is not None and beyond not in chain:
                chain.append(beyond)
    return tuple(chain)


class AirRead(Struct, frozen=True):
    """What the air of an area depends on.

    Attributes:
        area: as stated.
        air: what is stated about it.
        layers: of its build-up, inside to outside.
        approach: of the build-up.
        film: R_si [m²·K/W].
        beside: the area itself first, then those that ridges, hips and valleys join to it under the same
            build-up.
        site: outside.
        below: temperature of the rooms [°C].
        values: of tables, as the project states them.
        laid: its bays, where they are known already; None to lay them out.
    """

    area: RoofArea
    air: Air
    layers: tuple[LayerData, ...]
    approach: ApproachId
    film: float
    beside: tuple[Beside, ...]
    site: Site
    below: float
    values: tuple[TableValue, ...]
    laid: Laid | None = None


class Free(Struct, frozen=True):
    """Free areas beside what a rule asks for.

    Attributes:
        rule: that applies; None where none does.
        unfit: why it is not for this roof, or why there is none; empty where it fits.
        basis: what its shares are of.
        verdict: None without a rule.
        low: net area of low vents [m²].
        high: of high vents [m²].
    """

    rule: "VentRule | None"
    unfit: str
    basis: "Basis"
    verdict: "Verdict | None"
    low: float
    high: float


class AtticStates(Struct, frozen=True):
    """An attic in every state.

    Attributes:
        conditions: the states.
        flows: in each.
        shut: on the hot still noon with every vent shut.
        vents: id of the edge, C_d A [m²], height [m], and low, middle or high.
        plan: area of the ceiling [m²].
        resistance: from the rooms to its air [m²·K/W].
        below: temperature of the rooms [°C].
        pressure: of the air [Pa].
        short: low intake over what it is with the middle vents shut [-]; None where it has none of either.
    """

    conditions: "tuple[Conditions, ...]"
    flows: "tuple[AtticFlow, ...]"
    shut: "AtticFlow"
    vents: tuple[tuple[str, float, float, str], ...]
    plan: float
    resistance: float
    below: float
    pressure: float
    short: float | None

    @property
    def saved(self) -> float:
        """Heat that the air keeps out of the rooms on the hot still noon [W/m²]."""
        return (self.shut.temperature - self.flows[0].temperature) / self.resistance


class Frost(Struct, frozen=True):
    """Snow and ice at the eaves.

    Attributes:
        sheet: how far a sheet against ice reaches up the slope [m]; None where no heel is stated.
        worst: ice of the worst spell; None where snow or heel are not stated.
        snowed: ids of edges whose high vents lie under the stated snow.
    """

    sheet: float | None
    worst: "Ice | None"
    snowed: tuple[str, ...]


class Aired(Struct, frozen=True):
    """The air of an area.

    Attributes:
        stated: about it.
        way: the air takes.
        fault: why the bays cannot be laid out; empty where they can.
        layout: of bays; None where the roof is unvented or they cannot be laid out.
        free: areas and what is asked.
        narrow: the narrowest place to the metre of eaves [m²/m], and where it is.
        states: flows by class of bay; None in an attic.
        attic: None elsewhere.
        chutes: with baffles and dam; None where none are stated.
        frost: None where neither heel nor snow are stated.
        tables: of rules, screens and losses; None where the roof is unvented.
        least_depth: of the way through a bay [m]; None in an attic without chutes.
        low_with_every_bay: low net area with a chute in every bay [m²].
    """

    stated: Air
    way: AirWay
    fault: str = ""
    layout: "Layout | None" = None
    free: Free | None = None
    narrow: tuple[float, str] = (0.0, "")
    states: "States | None" = None
    attic: AtticStates | None = None
    chutes: "ChuteCount | None" = None
    frost: Frost | None = None
    tables: "Tables | None" = None
    least_depth: float | None = None
    low_with_every_bay: float = 0.0

    @property
    def at_noon(self) -> float:
        """Outside air that passes on the hot still noon, over the whole area [m³/(s·m²)]."""
        if self.attic is not None:
            return self.attic.flows[0].volume / self.attic.plan
        if self.states is None or self.layout is None or self.layout.map.area <= 0:
            return 0.0
        noon = zip(self.states.classes, self.states.flows[0], strict=True)
        return sum(flow.volume * len(kind.pieces) for kind, flow in noon) / self.layout.map.area

    @property
    def longest(self) -> int:
        """Index of the longest piece that breathes, else of the longest; -1 for none."""
        pieces = self.layout.pieces if self.layout is not None else ()
        return max(
            range(len(pieces)),
            key=lambda k: (pieces[k].status == "through", pieces[k].piece.length),
            default=-1,
        )

    @property
    def hot(self) -> "Hot | None":
        """The bay met most often on the hot still noon, vents open and shut; None where no air passes."""
        states = self.states
        if states is None:
            return None
        moving = [k for k, flow in enumerate(states.flows[0]) if flow.mass != 0]
        if not moving:
            return None
        return states.hot(max(moving, key=lambda k: len(states.classes[k].pieces)))

    @property
    def saved(self) -> float | None:
        """Heat that the air keeps out of what lies beneath on the hot still noon [W/m²]; None where none passes."""
        if self.attic is not None:
            return self.attic.saved if self.attic.flows[0].exchange > 0 else None
        hot = self.hot
        return None if hot is None else hot.saved
