# SPDX-License-Identifier: GPL-3.0-or-later
"""Hostile inputs led by what they reach: ``make fuzz-guided DOOR=project SECONDS=600``.

The same doors and mutators as ``tools/fuzz.py``, but every choice of a mutator is drawn from bytes that a
coverage-guided fuzzer makes, so that inputs that reach new code are kept and changed further. Bytes that
bring a failure are written down and named; ``python tools/fuzz_guided.py DOOR FILE`` brings them in again.
"""

import os
import sys
import tempfile
from pathlib import Path
from random import Random

sys.path.insert(0, str(Path(__file__).parents[1] / "tests"))

import atheris

with atheris.instrument_imports(include=["glacis", "ezdxf"]):
    from hostile.doors import DOORS
    from hostile.feeding import patience

KEPT = Path(tempfile.gettempdir()) / "glacis-fuzz"
"""Where inputs that reached something new are kept, so that the next run goes on from them."""
LONGEST = 4096
"""Bytes of choices for one input."""


class Drawn(Random):
    """Choices drawn from bytes, as many as there are; afterwards those of a seed, always the same."""

    def __init__(self, content: bytes) -> None:
        super().__init__(0)
        self._content = content
        self._at = 0

    def getrandbits(self, k: int) -> int:
        """The next ``k`` bits."""
        count = -(-k // 8)
        if self._at + count > len(self._content):
            return super().getrandbits(k)
        taken = self._content[self._at : self._at + count]
        self._at += count
        return int.from_bytes(taken, "little") & ((1 << k) - 1)

    def random(self) -> float:
        """The next two bytes as a share of one."""
        return self.getrandbits(16) / 65536


def feed(door: str, content: bytes) -> None:
    """Bring one input in; what must not happen raises."""
    with tempfile.TemporaryDirectory() as folder, patience():
        DOORS[door](Drawn(content), Path(folder))


def main() -> None:
    """Feed until the time is up or something fails; or one file again."""
    door, second = sys.argv[1:]
    if Path(second).is_file():
        feed(door, Path(second).read_bytes())
        return
    corpus = KEPT / door.replace(" ", "-")
    corpus.mkdir(parents=True, exist_ok=True)
    options = [
        f"-max_total_time={int(second)}", f"-max_len={LONGEST}", "-len_control=0", "-print_final_stats=1",
        f"-artifact_prefix={KEPT}{os.sep}", "-rss_limit_mb=4096", "-timeout=60",
    ]  # fmt: skip
    atheris.Setup([sys.argv[0], *options, str(corpus)], lambda content: feed(door, content))
    atheris.Fuzz()


if __name__ == "__main__":
    main()
