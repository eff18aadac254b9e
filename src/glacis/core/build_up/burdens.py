# SPDX-License-Identifier: GPL-3.0-or-later
"""What a build-up costs to buy and what its making gave off: ranges, from library figures.

First cost of materials only, and modules A1 to A3 of EN 15804; labour, transport, waste and
what happens later are not in it.
"""

from glacis.core.heat.resolve import LayerData
from glacis.core.units.quantities import Quantity
from glacis.core.working import Step, Working, put_in

Range = tuple[float, float]


def layer_cost(layer: LayerData) -> Range:
    """Least and most cost of one layer with its members [per m²]."""
    members = _members(layer)
    if layer.material is None:
        return members
    low, high = layer.material.cost
    if layer.material.is_membrane:
        return (low, high)
    share = 1 - (layer.frame.solid_share if layer.frame else 0.0)
    volume = layer.thickness * share
    return (low * volume + members[0], high * volume + members[1])


def _members(layer: LayerData) -> Range:
    """Least and most cost of the members of a layer [per m²]."""
    frame = layer.frame
    if frame is None:
        return (0.0, 0.0)
    volume = layer.thickness * frame.solid_share
    return (frame.cost[0] * volume, frame.cost[1] * volume)


def layer_carbon(layer: LayerData) -> Range:
    """Least and most global warming potential of one layer with its members [kg CO2e/m²]."""
    frame = layer.frame
    wood = layer.thickness * frame.solid_share * frame.density if frame else 0.0
    members = (frame.carbon[0] * wood, frame.carbon[1] * wood) if frame else (0.0, 0.0)
    if layer.material is None:
        return members
    share = 1 - (layer.frame.solid_share if layer.frame else 0.0)
    mass = layer.mass * share
    low, high = layer.material.carbon
    return (low * mass + members[0], high * mass + members[1])


def _total(ranges: list[Range]) -> Range:
    return (sum(low for low, _ in ranges), sum(high for _, high in ranges))


def cost_of(layers: tuple[LayerData, ...]) -> Range:
    """Least and most cost of all layers [per m²]."""
    return _total([layer_cost(layer) for layer in layers])


def carbon_of(layers: tuple[LayerData, ...]) -> Range:
    """Least and most global warming potential of all layers [kg CO2e/m²]."""
    return _total([layer_carbon(layer) for layer in layers])


def _working(layers: tuple[LayerData, ...], title: str, symbol: str, quantity: Quantity) -> Working:
    by_layer = layer_cost if quantity is Quantity.COST else layer_carbon
    steps = []
    for number, layer in enumerate(layers, 1):
        low, high = by_layer(layer)
        if high:
            middle = (low + high) / 2
            shown = put_in("({} + {})/2", (low, high), middle, quantity)
            steps.append(Step(f"{symbol}_{number}", layer.name, shown, middle, quantity))
    low, high = _total([by_layer(layer) for layer in layers])
    shown = put_in("({} + {})/2", (low, high), (low + high) / 2, quantity)
    steps.append(Step(symbol, "middle of the range", shown, (low + high) / 2, quantity))
    return Working(
        title,
        tuple(steps),
        (
            "Library ranges; replace them by offers and declarations of the products used.",
            "Materials with their members: no labour, transport, waste or later life.",
        ),
    )


def cost_working(layers: tuple[LayerData, ...]) -> Working:
    """How the first cost came about."""
    return _working(layers, "First cost of materials", "C", Quantity.COST)


def carbon_working(layers: tuple[LayerData, ...]) -> Working:
    """How the embodied carbon came about."""
    return _working(layers, "Embodied carbon, A1 to A3", "G", Quantity.CARBON)
