# SPDX-License-Identifier: GPL-3.0-or-later
"""Where compiled kernels are kept: in a folder of the user's cache that belongs to these very sources.

The compiler looks at the file of a kernel, not at those of the kernels it calls; so the folder is named by
all of them together. Without such a folder nothing is kept.
"""

import os
from hashlib import sha256
from pathlib import Path

from glacis.session.places import cache_folder

KEPT_IN = "NUMBA_CACHE_DIR"
"""The variable that the compiler reads; worker processes inherit it."""


def keep_kernels() -> None:
    """Have kernels kept from now on, unless somebody has said where already."""
    if KEPT_IN not in os.environ:
        os.environ[KEPT_IN] = str(cache_folder() / "kernels" / _name())


def _name() -> str:
    core = Path(__file__).parent.parent / "core"
    sources = (core / "compiled.py", *sorted(core.glob("*/engine/*.py")))
    return sha256(b"".join(source.read_bytes() for source in sources)).hexdigest()[:16]
