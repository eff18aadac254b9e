# SPDX-License-Identifier: GPL-3.0-or-later
"""The published JSON Schema of project files, made from the model itself."""

from typing import Any

import msgspec

from glacis.core.model.document import Project
from glacis.core.model.node import Node
from glacis.core.units.ranges import Range, ranges_of
from glacis.files.project_file import FORMAT, UNITS, VERSION
from glacis.files.unknown_keys import EXTRA


def _without_extra(schema: Any) -> Any:
    """Drop the internal carrier of unknown keys: in a file they stand as themselves."""
    if isinstance(schema, list):
        return [_without_extra(item) for item in schema]
    if not isinstance(schema, dict):
        return schema
    plain = {key: _without_extra(value) for key, value in schema.items()}
    properties = plain.get("properties")
    if isinstance(properties, dict):
        properties.pop(EXTRA, None)
    return plain


def _bounded(schema: dict[str, Any], bounds: Range) -> None:
    """Write bounds and unit beside a number, wherever in a field it stands."""
    if schema.get("type") in ("number", "integer"):
        schema["minimum"], schema["maximum"] = bounds.least, bounds.most
        unit = bounds.quantity.unit("si").symbol if bounds.quantity else ""
        scale = bounds.quantity.unit("si").scale if bounds.quantity else 1.0
        shown = unit if scale == 1.0 else f"SI; shown in {unit}"
        schema["description"] = f"{bounds.words} [{shown or '-'}]; bounds: {bounds.source}"
    for part in (*schema.get("anyOf", ()), schema.get("items")):
        if isinstance(part, dict):
            _bounded(part, bounds)


def _state_ranges(components: dict[str, Any]) -> None:
    """Write the ranges that nodes state at their fields into their definitions."""
    for kind in Node.__subclasses__():
        properties = components.get(kind.__name__, {}).get("properties", {})
        for field, bounds in ranges_of(kind).items():
            if field in properties:
                _bounded(properties[field], bounds)


def project_schema() -> dict[str, Any]:
    """JSON Schema (2020-12) of a project file, units stated beside it."""
    (project,), components = msgspec.json.schema_components(
        (Project,), ref_template="#/$defs/{name}"
    )
    _state_ranges(components)
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "Glacis project file",
        "description": "All values in the units named under 'units'. Unknown keys are kept.",
        "type": "object",
        "required": ["format", "version", "project"],
        "properties": {
            "format": {"const": FORMAT},
            "version": {"type": "integer", "minimum": 1, "maximum": VERSION},
            "units": {"type": "object", "default": UNITS},
            "project": project,
        },
        "$defs": _without_extra(components),
    }
