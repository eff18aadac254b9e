# SPDX-License-Identifier: GPL-3.0-or-later
"""Diminishing returns of the main insulation, and what corrections cost in its millimetres."""

from msgspec import Struct

from glacis.core.area.analysed import AnalysedArea
from glacis.core.build_up.burdens import carbon_of, cost_of
from glacis.core.heat.energy import PER_KILO, CurvePoint, Step20, curve, degree_hours, pay_back
from glacis.core.heat.resolve import rescaled, strongest
from glacis.core.thickness.solve import exact_thickness, insulation_indices, transmittance_at

MORE = 0.02
"""The step that is priced [m]; our judgement: the least step in which boards are sold."""


class Returns(Struct, frozen=True):
    """How U and annual loss fall as the main insulation grows.

    Attributes:
        layer: id of the layer.
        name: its name.
        present: where the roof stands.
        points: the curve.
        needed: thickness at which the target is met [m]; None where it is out of reach.
        next: what the next 20 mm bring.
    """

    layer: str
    name: str
    present: CurvePoint
    points: tuple[CurvePoint, ...]
    needed: float | None
    next: Step20


def main_index(roof: AnalysedArea) -> int | None:
    """The insulation with the largest R among what counts."""
    return strongest(roof.layers, insulation_indices(roof))


def returns_of(roof: AnalysedArea) -> Returns | None:
    """The curve of a roof's main insulation; None where nothing insulates."""
    index = main_index(roof)
    if index is None:
        return None
    layer = roof.layers[index]
    hours = degree_hours(roof.climate, roof.zone.year)
    most = max(0.4, 1.6 * layer.thickness)
    present = CurvePoint(layer.thickness, roof.transmittance, roof.annual_loss)
    return Returns(
        layer=layer.id,
        name=layer.name,
        present=present,
        points=curve(lambda t: transmittance_at(roof, index, t), hours, most),
        needed=exact_thickness(roof, index, roof.target),
        next=_next(roof, index, hours),
    )


def _next(roof: AnalysedArea, index: int, hours: float) -> Step20:
    layer = roof.layers[index]
    thicker = layer.thickness + MORE
    saved = (roof.transmittance - transmittance_at(roof, index, thicker)) * hours * PER_KILO
    grown = rescaled(layer, thicker)
    cost = (sum(cost_of((grown,))) - sum(cost_of((layer,)))) / 2
    carbon = (sum(carbon_of((grown,))) - sum(carbon_of((layer,)))) / 2
    return Step20(
        saved, cost, carbon,
        pay_back(cost, saved * roof.targets.heat_price),
        pay_back(carbon, saved * roof.targets.heat_carbon),
    )  # fmt: skip


def correction_thickness(roof: AnalysedArea) -> float | None:
    """Insulation [m] that would make up for the corrections; None where it cannot, 0 for none."""
    index = main_index(roof)
    if index is None or roof.heat.corrections.total <= 0:
        return 0.0 if index is not None else None
    needed = exact_thickness(roof, index, roof.heat.clear_transmittance)
    return None if needed is None else needed - roof.layers[index].thickness
