# SPDX-License-Identifier: GPL-3.0-or-later
"""Keep what a newer program wrote: unknown keys ride along in ``extra``."""

from collections.abc import Callable
from functools import cache, partial
from types import UnionType
from typing import Any, Union, get_args, get_origin

import msgspec
from msgspec import Struct

from glacis.core.model.node import Node

EXTRA = "extra"
Folder = Callable[[Any], Any]
"""What gathers the unknown keys in a value of one kind."""


def fold(data: Any, annotation: Any) -> Any:
    """``data`` with the keys that ``annotation`` does not know gathered in ``extra``."""
    folder = _folder(annotation)
    return data if folder is None else folder(data)


@cache
def _folder(annotation: Any) -> Folder | None:
    """None for figures and texts: no struct lies within, so they need not be walked through."""
    if _is_struct(annotation):
        return partial(_fold_struct, annotation)
    origin, inner = get_origin(annotation), get_args(annotation)
    if origin in (Union, UnionType):
        structs = [option for option in inner if _is_struct(option)]
        return _chooser(structs) if structs else None
    item = _folder(inner[0]) if origin is tuple else None
    return partial(_fold_items, item) if item is not None else None


def _is_struct(annotation: Any) -> bool:
    return isinstance(annotation, type) and issubclass(annotation, Struct)


def _fold_items(folder: Folder, data: Any) -> Any:
    return [folder(item) for item in data] if isinstance(data, list) else data


def _chooser(structs: list[type[Struct]]) -> Folder:
    """Folds as the struct of a union that the data is meant to be, by its tag."""
    configs = [option.__struct_config__ for option in structs]
    if len(structs) == 1 and configs[0].tag is None:
        return partial(_fold_struct, structs[0])
    meant = {config.tag: option for option, config in zip(structs, configs, strict=True)}
    key = configs[0].tag_field or ""

    def folder(data: Any) -> Any:
        tag = data.get(key) if isinstance(data, dict) else None
        option = meant.get(tag) if isinstance(tag, str) else None
        return data if option is None else _fold_struct(option, data)

    return folder


@cache
def _folders(kind: type[Struct]) -> dict[str, Folder | None]:
    """For every key that a struct knows, what folds its value."""
    notes = {name: note for base in reversed(kind.__mro__)
             for name, note in getattr(base, "__annotations__", {}).items()}  # fmt: skip
    names = zip(kind.__struct_fields__, kind.__struct_encode_fields__, strict=True)
    known = {encoded: _folder(notes[name]) for name, encoded in names if encoded != EXTRA}
    tag = kind.__struct_config__.tag_field
    return known if tag is None else {**known, tag: None}


def _fold_struct(kind: type[Struct], data: Any) -> Any:
    if not isinstance(data, dict):
        return data
    folders = _folders(kind)
    kept: dict[str, Any] = {}
    unknown: dict[str, Any] = {}
    for key, value in data.items():
        if key not in folders:
            unknown[key] = value
            continue
        folder = folders[key]
        kept[key] = value if folder is None else folder(value)
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
