# SPDX-License-Identifier: GPL-3.0-or-later
"""What holds an area down, worked out."""

from typing import TYPE_CHECKING

from msgspec import Struct

from glacis.core.fixings.chain import Chain
from glacis.core.fixings.evidence import Judged
from glacis.core.fixings.held import SetHeld
from glacis.core.fixings.lengths import Band, Length, Passed
from glacis.core.fixings.thrust import Thrust, Truss
from glacis.core.model.fixings import AreaFixings, FixSet
from glacis.core.wind.loads import AreaWind

if TYPE_CHECKING:
    from glacis.core.fixings.placing import Placed


class SetPlaced(Struct, frozen=True):
    """A set solved for its zones and placed.

    Attributes:
        held: pattern by zone.
        placed: one by one; None for what is not driven in, or what is too small to be drawn.
        counts: fixings by zone, placed or reckoned.
        areas: true areas of the zones [m²].
    """

    held: SetHeld
    placed: "Placed | None"
    counts: tuple[int, ...]
    areas: tuple[float, ...]

    @property
    def set(self) -> FixSet:
        """As stated."""
        return self.held.set

    @property
    def count(self) -> int:
        """All of them."""
        return sum(self.counts)

    @property
    def per_area(self) -> float:
        """In the mean of the area [1/m²]."""
        whole = sum(self.areas)
        return self.count / whole if whole > 0 else 0.0

    @property
    def per_area_worst(self) -> float:
        """In the zone that has the most [1/m²]."""
        found = [
            count / area for count, area in zip(self.counts, self.areas, strict=True) if area > 0
        ]
        return max(found, default=0.0)


class LengthFound(Struct, frozen=True):
    """How long the fixings of a set are.

    Attributes:
        set: its id.
        passed: what they pass and bite into.
        stack: names and thicknesses of what they pass, from outside in [m].
        substrate: name of what they bite into.
        length: window and choice where what is passed is as stated.
        bands: lengths over a taper, with how many; one where there is none.
        counts: fixings by band.
        mapped: number of the band of each placed fixing; empty where there is no taper.
        pierced: ids of air and vapour layers that they pass.
        stray: how far a screw may stray in a rafter [m], and the share that misses [-]; None where it meets no rafter.
        refused: why there is none; empty where there is.
    """

    set: str
    passed: Passed
    stack: tuple[tuple[str, float], ...]
    substrate: str
    length: Length | None
    bands: tuple[Band, ...] = ()
    counts: tuple[int, ...] = ()
    mapped: tuple[int, ...] = ()
    pierced: tuple[str, ...] = ()
    stray: tuple[float, float] | None = None
    refused: str = ""


class ThrustFound(Struct, frozen=True):
    """What goes down the slope and what takes it.

    Attributes:
        set: id of the set whose battens push.
        thrust: by the metre of batten on one rafter.
        dead: weight above the insulation on the slope [Pa].
        rafters: spacing [m].
        slope: length of the slope [m].
        truss: of angled screws; None where none are stated.
        screw: what one angled screw bears [N].
        withdrawal: of its thread in the rafter [N].
        buckling: Euler's load of a square screw on its free length [N].
        eaves: what a stop holds on one rafter [N].
        sag: of square screws in bending, shown and refused [m].
    """

    set: str
    thrust: Thrust
    dead: float
    rafters: float
    slope: float
    truss: Truss | None
    screw: float
    withdrawal: float
    buckling: float
    eaves: float
    sag: float


class Fixed(Struct, frozen=True):
    """An area and all that holds it down.

    Attributes:
        stated: about it.
        wind: on it.
        factor: design load over the load at service level [-].
        sets: in the order stated.
        chain: from the sheet to the frame.
        lengths: of sets that are driven in.
        thrust: down the slope, where battens carry a covering over insulation.
        evidence: approval that fits best; None where none is asked.
        confirmed: whether every coefficient that was read is settled.
    """

    stated: AreaFixings
    wind: AreaWind
    factor: float
    sets: tuple[SetPlaced, ...]
    chain: Chain
    lengths: tuple[LengthFound, ...]
    thrust: ThrustFound | None
    evidence: Judged | None

    @property
    def confirmed(self) -> bool:
        """Whether every coefficient that was read is settled."""
        return not self.wind.open_rows

    @property
    def use(self) -> float | None:
        """Of the weakest link [-]; None where nobody knows."""
        weakest = self.chain.weakest
        return weakest.use if weakest is not None else None
