# SPDX-License-Identifier: GPL-3.0-or-later
"""The base of values that hold arrays: equal where their arrays are."""

import numpy as np
from msgspec import Struct


class Arrayed(Struct, frozen=True, eq=False):
    """A frozen value some of whose fields are arrays."""

    def __eq__(self, other: object) -> bool:
        if type(other) is not type(self):
            return NotImplemented
        pairs = ((getattr(self, name), getattr(other, name)) for name in self.__struct_fields__)
        return all(np.array_equal(a, b) if isinstance(a, np.ndarray) else a == b for a, b in pairs)

    def __hash__(self) -> int:
        values = (getattr(self, name) for name in self.__struct_fields__)
        return hash(tuple(v.tobytes() if isinstance(v, np.ndarray) else v for v in values))
