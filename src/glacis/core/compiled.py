# SPDX-License-Identifier: GPL-3.0-or-later
"""Kernels: small free functions over arrays of numbers that are compiled when they are first called.

What the compiler makes is kept on disk where somebody said where. ``kernel(f).py_func`` is the same function
in plain Python.
"""

from collections.abc import Callable
from typing import Any, TypeVar, cast

import numba

Kernel = TypeVar("Kernel", bound=Callable[..., Any])


def kernel(function: Kernel) -> Kernel:
    """The function, compiled; it lets other threads run and divides as arrays do."""
    keep = bool(getattr(numba.config, "CACHE_DIR", ""))
    compiled = numba.njit(cache=keep, nogil=True, error_model="numpy")(function)
    return cast(Kernel, compiled)
