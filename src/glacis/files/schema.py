"""The published JSON Schema of project files, made from the model itself."""

from typing import Any

import msgspec

from glacis.core.model.document import Project
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


def project_schema() -> dict[str, Any]:
    """JSON Schema (2020-12) of a project file, units stated beside it."""
    (project,), components = msgspec.json.schema_components(
        (Project,), ref_template="#/$defs/{name}"
    )
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
