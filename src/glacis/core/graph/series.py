# SPDX-License-Identifier: GPL-3.0-or-later
"""Many numbers, known by what they are."""

from typing import TYPE_CHECKING

if TYPE_CHECKING:
    import numpy as np
    from numpy.typing import NDArray


class Series:
    """Numbers that are equal where their digests are: a document keeps the digest alone, they lie beside it."""

    def __init__(self, digest: str, numbers: "NDArray[np.float64]") -> None:
        self.digest = digest
        self.numbers = numbers

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Series) and self.digest == other.digest

    def __hash__(self) -> int:
        return hash(self.digest)
