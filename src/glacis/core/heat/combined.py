# SPDX-License-Identifier: GPL-3.0-or-later
"""The combined method: upper and lower limit of the total thermal resistance.

ISO 6946:2017, 6.7.2. The upper limit takes heat to flow straight through, section by
section; the lower limit takes every plane parallel to the surfaces to be isothermal.
"""

from itertools import product

from msgspec import Struct

LARGEST_RATIO = 1.5
"""R'/R'' above which the method does not apply (ISO 6946:2017, 6.7.2.1)."""


class Framed(Struct, frozen=True):
    """The bridging part of a thermal layer.

    Attributes:
        fraction: its share of the area [-].
        resistance: through it [m²·K/W]; for a web-and-flange member beside the web.
        group: of members that run in line with it.
        web: share of the area and R through the web of such a member, else None.
        mean: area-averaged R of the whole layer, where one plane does not tell it.
    """

    fraction: float
    resistance: float
    group: str
    web: tuple[float, float] | None = None
    mean: float | None = None

    @property
    def parts(self) -> tuple[tuple[float, float], ...]:
        """Share [-] and R [m²·K/W] of member and web, the wider first."""
        outer = (self.fraction, self.resistance)
        return (outer,) if self.web is None else (outer, self.web)


class ThermalLayer(Struct, frozen=True):
    """A layer as the method sees it: R between members [m²·K/W] and the members, if any."""

    id: str
    resistance: float
    framed: Framed | None = None

    def through(self, part: int) -> float:
        """R [m²·K/W] between members (0), through one (1) or through its web (2)."""
        if not part or self.framed is None:
            return self.resistance
        return self.framed.parts[part - 1][1]


class Section(Struct, frozen=True):
    """One path straight through the build-up.

    Attributes:
        fraction: share of the area [-].
        in_frame: for each layer, 0 between its members, 1 through a member, 2 through its web.
        resistance: from air to air [m²·K/W].
    """

    fraction: float
    in_frame: tuple[int, ...]
    resistance: float


class Combined(Struct, frozen=True):
    """Result of the combined method.

    Attributes:
        sections: paths behind the upper limit, the largest share first.
        layer_means: area-averaged R of each layer, behind the lower limit [m²·K/W].
        upper: R' [m²·K/W].
        lower: R'' [m²·K/W].
        surfaces: R_si and R_se used [m²·K/W].
    """

    sections: tuple[Section, ...]
    layer_means: tuple[float, ...]
    upper: float
    lower: float
    surfaces: tuple[float, float]

    @property
    def total(self) -> float:
        """R_tot = (R' + R'')/2 [m²·K/W]."""
        return (self.upper + self.lower) / 2

    @property
    def transmittance(self) -> float:
        """U = 1/R_tot [W/(m²·K)]."""
        return 1 / self.total

    @property
    def error(self) -> float:
        """Largest relative error e = (R' - R'')/(2 R_tot) [-] (6.7.2.5)."""
        return (self.upper - self.lower) / (2 * self.total)

    @property
    def ratio(self) -> float:
        """R'/R'' [-]; the method holds up to 1.5."""
        return self.upper / self.lower


def _strips(layers: tuple[ThermalLayer, ...], group: str) -> list[tuple[float, dict[int, int]]]:
    """The strips that one set of aligned members cuts the area into.

    Members in line lie centre on centre, so the narrower lies within the wider.
    """
    members = {
        i: tuple(share for share, _ in x.framed.parts)
        for i, x in enumerate(layers)
        if x.framed and x.framed.group == group
    }
    edges = sorted({0.0, 1.0, *(share for shares in members.values() for share in shares)})
    strips = []
    for low, high in zip(edges, edges[1:], strict=False):
        within = {i: sum(share >= high for share in shares) for i, shares in members.items()}
        strips.append((high - low, within))
    return strips


def sections_of(layers: tuple[ThermalLayer, ...], films: float) -> tuple[Section, ...]:
    """All paths through ``layers``; sets of members that are not aligned cross independently."""
    groups = sorted({layer.framed.group for layer in layers if layer.framed})
    found: list[Section] = []
    for strips in product(*(_strips(layers, group) for group in groups)):
        fraction = 1.0
        inside: dict[int, int] = {}
        for share, members in strips:
            fraction *= share
            inside.update(members)
        if fraction <= 0:
            continue
        resistance = films
        for index, layer in enumerate(layers):
            resistance += layer.through(inside.get(index, 0))
        flags = tuple(inside.get(i, 0) for i in range(len(layers)))
        found.append(Section(fraction, flags, resistance))
    return tuple(sorted(found, key=lambda section: -section.fraction))


def layer_mean(layer: ThermalLayer) -> float:
    """Area-averaged R of one layer [m²·K/W]: 1/R = sum of f/R (6.7.2.4).

    >>> wool_between_rafters = ThermalLayer("w", 0.16 / 0.035, Framed(0.1, 0.16 / 0.13, "w"))
    >>> round(layer_mean(wool_between_rafters), 3)
    3.596
    """
    framed = layer.framed
    if framed is None or layer.resistance <= 0 or framed.resistance <= 0:
        return layer.resistance
    if framed.mean is not None:
        return framed.mean
    share = framed.fraction
    return 1 / ((1 - share) / layer.resistance + share / framed.resistance)


def combine(layers: tuple[ThermalLayer, ...], inside: float, outside: float) -> Combined:
    """Upper and lower limit of a build-up.

    Args:
        layers: inside to outside.
        inside: R_si [m²·K/W].
        outside: R_se [m²·K/W].

    >>> found = combine((ThermalLayer("w", 0.16 / 0.035, Framed(0.1, 0.16 / 0.13, "w")),), 0.10, 0.04)
    >>> round(found.upper, 3), round(found.lower, 3), round(found.transmittance, 3)
    (3.788, 3.736, 0.266)
    """
    sections = sections_of(layers, inside + outside)
    upper = 1 / sum(section.fraction / section.resistance for section in sections)
    means = tuple(layer_mean(layer) for layer in layers)
    lower = inside + sum(means) + outside
    return Combined(sections, means, upper, lower, (inside, outside))
