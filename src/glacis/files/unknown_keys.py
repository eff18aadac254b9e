# SPDX-License-Identifier: GPL-3.0-or-later
"""Keep what a newer program wrote: unknown keys ride along in ``extra``."""

from functools import cache
from types import UnionType
from typing import Any, Union, get_args, get_origin

import msgspec
from msgspec import Struct

from glacis.core.model.node import Node

EXTRA = "extra"


@cache
def _fields(kind: type[Struct]) -> dict[str, Any]:
    notes = {name: note for base in reversed(kind.__mro__)
             for name, note in getattr(base, "__annotations__", {}).items()}  # fmt: skip
    names = zip(kind.__struct_fields__, kind.__struct_encode_fields__, strict=True)
    return {encoded: notes[name] for name, encoded in names}


@cache
def _holds_struct(annotation: Any) -> bool:
    """Whether structs can lie within a value; figures and texts need not be walked through."""
    return _is_struct(annotation) or any(_holds_struct(inner) for inner in get_args(annotation))


def _is_struct(annotation: Any) -> bool:
    return isinstance(annotation, type) and issubclass(annotation, Struct)


def _choose(options: tuple[Any, ...], data: Any) -> Any:
    """The struct of a union that ``data`` is meant to be, by its tag."""
    structs = [option for option in options if _is_struct(option)]
    if isinstance(data, dict):
        for option in structs:
            config = option.__struct_config__
            if config.tag is not None and data.get(config.tag_field) == config.tag:
                return option
        if len(structs) == 1 and structs[0].__struct_config__.tag is None:
            return structs[0]
    return None


def fold(data: Any, annotation: Any) -> Any:
    """``data`` with the keys that ``annotation`` does not know gathered in ``extra``."""
    if not _holds_struct(annotation):
        return data
    origin = get_origin(annotation)
    if origin in (Union, UnionType):
        annotation = _choose(get_args(annotation), data)
    elif origin is tuple and isinstance(data, list):
        inner = get_args(annotation)[0]
        return [fold(item, inner) for item in data]
    if not (_is_struct(annotation) and isinstance(data, dict)):
        return data
    return _fold_struct(data, annotation)


def _fold_struct(data: dict[str, Any], kind: type[Struct]) -> dict[str, Any]:
    known = dict(_fields(kind))
    known.pop(EXTRA, None)
    tag = kind.__struct_config__.tag_field
    kept: dict[str, Any] = {}
    unknown: dict[str, Any] = {}
    for key, value in data.items():
        if key in known:
            kept[key] = fold(value, known[key])
        elif tag is not None and key == tag:
            kept[key] = value
        else:
            unknown[key] = value
    if unknown and issubclass(kind, Node):
        kept[EXTRA] = msgspec.json.encode(unknown, order="deterministic").decode()
    return kept


def unfold(data: Any) -> Any:
    """Builtin values of a document with every ``extra`` put back as keys."""
    if isinstance(data, (list, tuple)):
        return [unfold(item) for item in data]
    if not isinstance(data, dict):
        return data
    plain = {key: unfold(value) for key, value in data.items() if key != EXTRA}
    extra = data.get(EXTRA)
    if extra:
        plain.update(msgspec.json.decode(extra))
    return plain
