# SPDX-License-Identifier: GPL-3.0-or-later
"""Bring many hostile inputs in: ``make fuzz N=300000 FROM=0``.

Prints how many of each kind were accepted and refused, and every failure with its door and seed;
``python tools/fuzz.py DOOR SEED`` brings that one in again.
"""

import os
import sys
import time
from collections import Counter
from concurrent.futures import ProcessPoolExecutor
from pathlib import Path

sys.path.insert(0, str(Path(__file__).parents[1] / "tests"))

from hostile.doors import SHARES
from hostile.feeding import Fed, feed, plan

SHOWN = 30
"""Failures printed in full."""


def _some(inputs: list[tuple[str, int]]) -> list[Fed]:
    return [feed(door, seed) for door, seed in inputs]


def many(count: int, first: int) -> int:
    """Feed so many; the number of failures."""
    inputs = plan(count, first)
    inputs.sort(key=lambda entry: entry[1])
    size = 200
    parts = [inputs[k : k + size] for k in range(0, len(inputs), size)]
    begun = time.monotonic()
    counts: Counter[tuple[str, str]] = Counter()
    faults: list[Fed] = []
    done = 0
    with ProcessPoolExecutor(os.cpu_count()) as pool:
        for fed in pool.map(_some, parts):
            for one in fed:
                word = "failed" if one.fault else "accepted" if one.accepted else "refused"
                counts[one.door, word] += 1
                if one.fault:
                    faults.append(one)
                    if len(faults) <= SHOWN:
                        sys.stdout.write(f"FAILED {one.door} {one.seed}\n{one.fault}\n")
            done += len(fed)
            if done % 20000 < size:
                passed = time.monotonic() - begun
                sys.stdout.write(
                    f"{done} of {len(inputs)} in {passed:.0f} s, {len(faults)} failed\n"
                )
                sys.stdout.flush()
    sys.stdout.write(f"{'door':<14}{'accepted':>10}{'refused':>10}{'failed':>10}\n")
    for door in SHARES:
        figures = "".join(f"{counts[door, word]:>10}" for word in ("accepted", "refused", "failed"))
        sys.stdout.write(f"{door:<14}{figures}\n")
    sys.stdout.write(
        f"{done} inputs from seed {first} in {time.monotonic() - begun:.0f} s, {len(faults)} failed\n"
    )
    return len(faults)


def main() -> int:
    """Exit 1 where anything failed."""
    words = sys.argv[1:]
    if len(words) == 2 and words[0] in SHARES:
        one = feed(words[0], int(words[1]))
        sys.stdout.write(f"{one.fault or ('accepted' if one.accepted else 'refused')}\n")
        return bool(one.fault)
    count, first = (int(word) for word in (*words, "0")[:2])
    return bool(many(count, first))


if __name__ == "__main__":
    sys.exit(main())
