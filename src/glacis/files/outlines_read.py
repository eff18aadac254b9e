# SPDX-License-Identifier: GPL-3.0-or-later
"""Outlines out of a drawing of any kind, within a budget, and whatever is wrong with it in one message."""

import os
from collections.abc import Iterable
from math import isfinite
from pathlib import Path

from glacis.core.errors import GlacisError
from glacis.core.model.geometry import Point
from glacis.core.shape.drawn import Found
from glacis.files.errors import FileRefused
from glacis.files.reading import MEBI, kind_of_file

LARGEST = 64 * MEBI
MOST_CORNERS = 200_000
"""Of all outlines of a drawing: more is no roof but a town."""
JSON = (".geojson", ".json")


def read_outlines(path: Path) -> Found:
    """Outlines out of a file, by its ending.

    Raises:
        FileRefused: for what cannot be read.
    """
    kind = "a GeoJSON file" if path.suffix.lower() in JSON else "a DXF drawing"
    try:
        _plain(path, kind)
        found = _read(path)
        _checked(path, found)
    except GlacisError:
        raise
    except RecursionError as fault:
        raise FileRefused(path, "", kind, "nesting too deep to be one") from fault
    except MemoryError as fault:
        raise FileRefused(path, "", kind, "more than memory can hold") from fault
    except Exception as fault:
        # Readers of others break in ways of their own on broken files: to the user it is all one.
        reason = f"something broken ({type(fault).__name__}: {fault})"
        raise FileRefused(path, "", f"a sound {kind.partition(' ')[2]}", reason) from fault
    return found


def _read(path: Path) -> Found:
    if path.suffix.lower() in JSON:
        from glacis.files.geojson_read import read_geojson

        return read_geojson(path)
    from glacis.files.dxf_read import read_dxf

    return read_dxf(path)


def _plain(path: Path, kind: str) -> None:
    """Refuse what is no plain file before a reader waits for it."""
    try:
        info = os.stat(path)
    except (OSError, ValueError) as fault:
        reason = getattr(fault, "strerror", None) or str(fault)
        raise FileRefused(path, "", kind, reason) from fault
    odd = kind_of_file(info.st_mode)
    if odd:
        raise FileRefused(path, "", "a file", odd)
    if info.st_size > LARGEST:
        raise FileRefused(path, "", f"at most {LARGEST // MEBI} MiB", "more")


def _checked(path: Path, found: Found) -> None:
    """Refuse figures that are none, and more corners than any roof has."""
    count = 0
    for loop in found.loops:
        count += len(loop.outline)
        if count > MOST_CORNERS:
            raise FileRefused(path, "", f"at most {MOST_CORNERS} corners", "more")
        place = f"layer '{loop.layer}'"
        _finite(path, place, ((*loop.outline, (loop.level, 0.0))))
    for run in found.runs:
        _finite(path, f"a line of kind {run.kind}", (run.start, run.end))


def _finite(path: Path, place: str, points: Iterable[Point]) -> None:
    for point in points:
        if not all(map(isfinite, point)):
            raise FileRefused(path, place, "numbers", f"{point[0]:g}, {point[1]:g}")
