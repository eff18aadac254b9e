# SPDX-License-Identifier: GPL-3.0-or-later
"""Bounds are stated once at a field: both ends hold, and refusals speak the reader's units."""

import math
from typing import Annotated, Any

import jsonschema
import pytest
from msgspec import Struct, defstruct

from glacis.core.errors import ValueRefused
from glacis.core.model import document, falls, geometry, layers
from glacis.core.model.document import Climate, Material, RoofArea, Targets
from glacis.core.model.layers import AirLayer, SolidLayer
from glacis.core.model.node import Node
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import OutOfRange, Range, check_ranges, range_of, ranges_of
from glacis.files.schema import project_schema

NODES = sorted(
    {
        kind
        for module in (document, falls, geometry, layers)
        for kind in vars(module).values()
        if isinstance(kind, type) and issubclass(kind, Node) and kind is not Node
    },
    key=lambda kind: kind.__name__,
)
FIELDS = [(kind, name, bounds) for kind in NODES for name, bounds in ranges_of(kind).items()]


def of_one(name: str, bounds: Range) -> type[Struct]:
    return defstruct("OneField", [(name, Annotated[float, bounds])])


@pytest.mark.parametrize(
    ("kind", "name", "bounds"), FIELDS, ids=lambda x: getattr(x, "__name__", str(x))[:24]
)
def test_both_ends_of_every_range_hold(kind, name, bounds):
    assert bounds.least < bounds.most
    assert bounds.words
    assert bounds.source
    field = of_one(name, bounds)
    check_ranges(field(bounds.least), "here")
    check_ranges(field(bounds.most), "here")
    step = max(abs(bounds.most), abs(bounds.least)) * 1e-6
    for bad in (bounds.least - step, bounds.most + step, math.nan, math.inf, -math.inf):
        with pytest.raises(OutOfRange, match="here"):
            check_ranges(field(bad), "here")


def test_every_number_of_the_document_that_is_no_place_has_a_range():
    free = {"extra", "id", "band", "piece", "start", "web", "flange", "at", "curve", "cost", "carbon",
            "claimed", "least_pitch", "elevation", "outline", "end", "figures"}  # fmt: skip
    for kind in NODES:
        for name, note in kind.__annotations__.items():
            text = str(note)
            if name in free or "float" not in text:
                continue
            assert name in ranges_of(kind), f"{kind.__name__}.{name}"


def test_a_refusal_is_worded_in_the_readers_units():
    bounds = range_of(SolidLayer, "thickness")
    with pytest.raises(ValueRefused) as refused:
        bounds.check("layer 'x'", 12.19)
    said = str(refused.value).replace("\u2009", " ")
    assert said == "layer 'x', thickness: expected 0.01 mm to 3000 mm, found 12190 mm."
    us = refused.value.words("us").replace("\u2009", " ")
    assert us == "layer 'x', thickness: expected 0.00039 in to 118⅛ in, found 479 15/16 in."
    cold = OutOfRange("rooms", 80.0, range_of(document.Zone, "temperature"))
    assert cold.words("us").replace("\u2009", " ").endswith("found 176.0 °F.")


def test_a_quantity_that_turns_round_in_us_units_names_the_lesser_bound_first():
    words = range_of(Targets, "u_value").between("us").replace("\u2009", " ")
    low, high = (float(part.split()[0]) for part in words.split(" to "))
    assert low < high
    perms = range_of(Material, "sd_dry").between("us")
    assert perms.endswith("∞\u2009perm")


def test_the_place_in_a_series_is_named():
    warm = Climate(
        temperature=(0.0,) * 6 + (99.0,) + (0.0,) * 5, humidity=(0.8,) * 12, design_winter=-10.0,
        design_summer=30.0,
    )  # fmt: skip
    with pytest.raises(OutOfRange, match="value 7, temperature"):
        check_ranges(warm, "site climate")


def test_the_published_schema_states_the_same_bounds():
    schema: dict[str, Any] = project_schema()
    air = schema["$defs"]["AirLayer"]["properties"]
    assert (air["thickness"]["minimum"], air["thickness"]["maximum"]) == (1e-5, 3.0)
    area = schema["$defs"]["RoofArea"]["properties"]
    assert area["pitch"]["maximum"] == range_of(RoofArea, "pitch").most
    assert "W/(m²·K)" in str(area["target_u"])
    climate = schema["$defs"]["Climate"]["properties"]["temperature"]["items"]
    assert climate["minimum"] == -60.0
    jsonschema.Draft202012Validator.check_schema(schema)


def test_the_vent_opening_of_an_air_layer_is_in_its_readers_units():
    assert range_of(AirLayer, "opening").quantity is Quantity.OPENING
