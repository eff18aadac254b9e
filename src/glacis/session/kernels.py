# SPDX-License-Identifier: GPL-3.0-or-later
"""Where compiled kernels are kept: in a folder of the user's cache that belongs to these very sources.

The compiler looks at the file of a kernel, not at those of the kernels it calls; so the folder is named by
all of them together, and by where they lie. Compiling takes half a minute, once. A window that finds them not
compiled yet goes on with the same functions in plain Python, slower, while another process compiles them for
the next time.
"""

import os
import sys
from pathlib import Path
from typing import TYPE_CHECKING
from zlib import crc32

if TYPE_CHECKING:
    from threading import Thread

from glacis.session.places import cache_folder

KEPT_IN = "NUMBA_CACHE_DIR"
"""The variable that the compiler reads; worker processes inherit it."""
PLAIN = "NUMBA_DISABLE_JIT"
"""Set to 1, kernels run in plain Python."""
ROOM = 64 * 1024**2
"""Bytes that must be free for kernels to be kept: they take a tenth of it; without, nothing says that they are."""
DONE = "complete"
"""Name of the file that says that all kernels are compiled."""


def keep_kernels() -> Path:
    """Have kernels kept from now on, unless somebody has said where already; gives the folder."""
    if KEPT_IN not in os.environ:
        os.environ[KEPT_IN] = str(cache_folder() / "kernels" / _name())
    return Path(os.environ[KEPT_IN])


def _name() -> str:
    core = Path(__file__).parent.parent / "core"
    sources = (core / "compiled.py", *sorted(core.glob("*/engine/*.py")))
    found = crc32(str(core).encode())
    for source in sources:
        found = crc32(source.read_bytes(), found)
    return f"{found:08x}-{sys.implementation.cache_tag}"


def are_compiled() -> bool:
    """Whether all kernels of these sources are compiled."""
    return (keep_kernels() / DONE).exists()


def make_ready() -> bool:
    """Keep kernels, and use plain Python where they are not compiled yet; gives whether they are."""
    ready = are_compiled()
    if not ready:
        os.environ.setdefault(PLAIN, "1")
    return ready


def make_compiled() -> None:
    """Have kernels compiled before work that would take hours in plain Python; before any is loaded."""
    os.environ.pop(PLAIN, None)
    compile_kernels()


def compile_elsewhere() -> None:
    """Have another process compile what is not compiled; it outlives this one."""
    import subprocess

    surroundings = {name: value for name, value in os.environ.items() if name != PLAIN}
    subprocess.Popen(
        [sys.executable, "-P", "-m", "glacis.session.kernels"],
        cwd="/",
        env=surroundings,
        stdin=subprocess.DEVNULL,
        stdout=subprocess.DEVNULL,
        stderr=subprocess.DEVNULL,
        start_new_session=True,
    )


def _call_all() -> None:
    from glacis.core.air import warm as air
    from glacis.core.falls import warm as falls
    from glacis.core.hourly import warm as hourly

    falls.call_every_kernel()
    air.call_every_kernel()
    hourly.call_every_kernel()


def load_beside() -> "Thread":
    """Load the compiled kernels in a thread of their own, before somebody waits for them."""
    from threading import Thread

    thread = Thread(target=_call_all, name="kernels")
    thread.start()
    return thread


def ready_for_hours(_progress: object) -> None:
    """Load what an hourly run needs, in a worker that is to run one soon."""
    from glacis.core.hourly import around, verdicts, warm
    from glacis.core.weather import generator

    _ = around, verdicts, generator
    warm.call_every_kernel()


def compile_kernels() -> None:
    """Compile all kernels that are not kept yet, and say so in their folder."""
    if are_compiled():
        return
    folder = keep_kernels()
    try:
        folder.mkdir(parents=True, exist_ok=True)
        disk = os.statvfs(folder)
    except OSError:
        return
    if disk.f_bavail * disk.f_frsize < ROOM:
        return
    _call_all()
    (folder / DONE).touch()


if __name__ == "__main__":
    compile_kernels()
