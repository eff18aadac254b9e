# SPDX-License-Identifier: GPL-3.0-or-later
"""Whether a file can keep a document: finite numbers, and text that is text."""

import re
from collections.abc import Iterator
from math import isfinite

import msgspec
from msgspec import Struct

from glacis.core.errors import ValueRefused
from glacis.core.model.document import Project

_ENCODER = msgspec.json.Encoder()
_DECODER = msgspec.json.Decoder(Project)
_ESCAPED = re.compile(rb"\\[bfru]")
"""How an encoder writes control characters; text may hold the same letters, so a look follows."""
_NOT_TEXT = re.compile("[\x00-\x08\x0b-\x1f\x7f\ud800-\udfff\ufffe\uffff]")
"""Control characters but tab and line feed, halves of characters, and what is no character."""
_TOLD = 40
"""Letters told of a text that is none; our judgement."""


def check_sound(project: Project) -> None:
    """Refuse a document that would not come back from a file as it is.

    Raises:
        ValueRefused: naming the place, what was found and what was expected.
    """
    if not _comes_back(project):
        check_values(project, "project")


def check_values(node: Struct, where: str) -> None:
    """Refuse a part of a document with a figure that is none or a text that is none.

    Raises:
        ValueRefused: naming the place, what was found and what was expected.
    """
    for place, found, expected in _faults(node, where):
        raise ValueRefused(place, found, expected)


def _comes_back(project: Project) -> bool:
    """Told by the codec, three times as fast as a walk through all values."""
    try:
        content = _ENCODER.encode(project)
        return _DECODER.decode(content) == project and _ESCAPED.search(content) is None
    except (UnicodeError, msgspec.MsgspecError):
        return False


def _faults(value: object, place: str) -> Iterator[tuple[str, object, str]]:
    if isinstance(value, Struct):
        for name in value.__struct_fields__:
            yield from _faults(getattr(value, name), f"{place}, {name.replace('_', ' ')}")
    elif isinstance(value, tuple):
        for number, item in enumerate(value, 1):
            yield from _faults(item, f"{place} {number}")
    elif isinstance(value, float) and not isfinite(value):
        yield place, str(value), "a number"
    elif isinstance(value, str):
        odd = _NOT_TEXT.search(value)
        if odd is not None:
            start = max(0, odd.start() - _TOLD // 2)
            yield place, ascii(value[start : start + _TOLD]), "text without control characters"
