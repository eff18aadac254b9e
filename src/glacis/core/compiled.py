# SPDX-License-Identifier: GPL-3.0-or-later
"""Kernels: small free functions over arrays of numbers that are compiled when they are first called.

What the compiler makes is kept on disk where somebody said where; where it cannot be kept it is used all the
same. ``kernel(f).py_func`` is the same function in plain Python.
"""

from collections.abc import Callable
from contextlib import suppress
from functools import partial
from typing import Any, TypeVar, cast

import numba

Kernel = TypeVar("Kernel", bound=Callable[..., Any])


def kernel(function: Kernel) -> Kernel:
    """The function, compiled; it lets other threads run and divides as arrays do."""
    make = partial(numba.njit, nogil=True, error_model="numpy")
    if not getattr(numba.config, "CACHE_DIR", ""):
        return cast(Kernel, make()(function))
    try:
        compiled = make(cache=True)(function)
    except RuntimeError:  # nothing can be written there
        return cast(Kernel, make()(function))
    if hasattr(compiled, "_cache"):
        compiled._cache.save_overload = _if_it_can(compiled._cache.save_overload)
    return cast(Kernel, compiled)


def _if_it_can(save: Callable[..., None]) -> Callable[..., None]:
    """Keep what was compiled, or go on without: a full disk costs time at the next start, not the work."""

    def keep(*what: Any) -> None:
        with suppress(OSError):
            save(*what)

    return keep
