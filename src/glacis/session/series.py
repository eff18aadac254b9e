# SPDX-License-Identifier: GPL-3.0-or-later
"""Large series of numbers, kept beside documents by their content.

A document names a series by its hash; undo, journal and the memo carry that name only. The
numbers lie in one file a series and are mapped into memory when they are read.
"""

import hashlib
import os
from pathlib import Path
from typing import Any, Literal

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from glacis.core.errors import MissingReference, ValueRefused
from glacis.session.places import random_name

Kind = Literal["float32", "float64"]
KINDS: dict[Kind, np.dtype[Any]] = {"float32": np.dtype("<f4"), "float64": np.dtype("<f8")}
SUFFIX = ".series"


class SeriesName(Struct, frozen=True):
    """What a document keeps of a series.

    Attributes:
        digest: SHA-256 of kind, shape and numbers, as hexadecimal digits.
        kind: how the numbers are kept.
        shape: how many there are along each axis.
    """

    digest: str
    kind: Kind
    shape: tuple[int, ...]


class SeriesStore:
    """Series in a folder, each under its own name; equal series are kept once."""

    def __init__(self, folder: Path) -> None:
        self._folder = folder

    @staticmethod
    def digest_of(numbers: NDArray[Any], kind: Kind = "float64") -> str:
        """What a series would go by."""
        array = np.ascontiguousarray(numbers, dtype=KINDS[kind])
        return _digest(array.tobytes(), kind, array.shape)

    def put(self, numbers: NDArray[Any], kind: Kind = "float64") -> SeriesName:
        """Keep ``numbers``, of any shape, and give the name they go by.

        Raises:
            ValueRefused: where one of them is no finite number.
        """
        array = np.ascontiguousarray(numbers, dtype=KINDS[kind])
        if not np.isfinite(array).all():
            at = np.argwhere(~np.isfinite(array))[0]
            place = ", ".join(str(index + 1) for index in at)
            raise ValueRefused(f"series, value {place}", str(array[tuple(at)]), "a finite number")
        content = array.tobytes()
        name = SeriesName(_digest(content, kind, array.shape), kind, array.shape)
        path = self._path(name)
        if not path.exists():
            self._folder.mkdir(parents=True, exist_ok=True)
            fresh = path.with_name(f".{random_name()}{SUFFIX}")
            fresh.write_bytes(content)
            os.replace(fresh, path)
        return name

    def get(self, name: SeriesName) -> NDArray[Any]:
        """The numbers of a series, read-only, mapped from its file.

        Raises:
            MissingReference: where it is not kept here, or its file is not whole.
        """
        path = self._path(name)
        kind = KINDS[name.kind]
        count = int(np.prod(name.shape, dtype=np.int64))
        whole = path.exists() and path.stat().st_size == count * kind.itemsize
        if not whole:
            raise MissingReference("series", name.digest[:12], "The store of series")
        if count == 0:
            return np.empty(name.shape, kind)
        return np.memmap(path, kind, "r", shape=name.shape)

    def sweep(self, kept: frozenset[str]) -> int:
        """Let go of all series but those with these digests; how many went."""
        gone = [p for p in self._folder.glob(f"*{SUFFIX}") if p.stem not in kept]
        for path in gone:
            path.unlink(missing_ok=True)
        return len(gone)

    def _path(self, name: SeriesName) -> Path:
        return self._folder / f"{name.digest}{SUFFIX}"


def _digest(content: bytes, kind: Kind, shape: tuple[int, ...]) -> str:
    return hashlib.sha256(f"{kind} {shape}".encode() + content).hexdigest()
