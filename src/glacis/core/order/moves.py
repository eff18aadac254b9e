# SPDX-License-Identifier: GPL-3.0-or-later
"""What becomes of a wish "A before B": accepted, accepted with a decision, or refused with the path that forbids it."""

from collections import defaultdict, deque
from collections.abc import Iterable, Sequence
from typing import Literal

import numpy as np
from msgspec import Struct
from scipy.sparse import csr_array
from scipy.sparse.csgraph import maximum_flow

from glacis.core.order.task import Link

Verdict = Literal["free", "decide", "refused"]
HARD = 10**6
"""Flow that no number of firm links reaches; by definition."""


class Wished(Struct, frozen=True):
    """What becomes of a wish.

    Attributes:
        verdict: accepted as it is, with a decision, or refused.
        gives_way: the fewest firm links whose giving way frees it.
        path: links from what was to come last to what was to come first, where it is refused.
    """

    verdict: Verdict
    gives_way: tuple[Link, ...] = ()
    path: tuple[Link, ...] = ()


def path_between(links: Iterable[Link], start: str, end: str) -> tuple[Link, ...]:
    """A shortest row of links from one task to another; empty where there is none."""
    out: dict[str, list[Link]] = defaultdict(list)
    for link in links:
        out[link.before].append(link)
    came: dict[str, Link] = {}
    ahead = deque([start])
    while ahead:
        task = ahead.popleft()
        for link in out[task]:
            if link.after in came or link.after == start:
                continue
            came[link.after] = link
            if link.after == end:
                found = [link]
                while found[-1].before != start:
                    found.append(came[found[-1].before])
                return tuple(reversed(found))
            ahead.append(link.after)
    return ()


def wished(links: Sequence[Link], before: str, after: str) -> Wished:
    """What becomes of ``before`` being done before ``after``.

    No path back: free. A path of hard links only: refused. Else the fewest firm links that have to give way, a
    minimum cut (Ford and Fulkerson 1956); wishes give way unasked.
    """
    asked = [link for link in links if link.strength != "wish"]
    if before == after or not path_between(asked, after, before):
        return Wished("free")
    hard = path_between([link for link in asked if link.strength == "hard"], after, before)
    if hard:
        return Wished("refused", path=hard)
    return Wished("decide", _fewest(asked, after, before))


def _fewest(links: Sequence[Link], source: str, sink: str) -> tuple[Link, ...]:
    names = list(dict.fromkeys(name for link in links for name in (link.before, link.after)))
    place = {name: k for k, name in enumerate(names)}
    flows: dict[tuple[int, int], int] = defaultdict(int)
    for link in links:
        flows[place[link.before], place[link.after]] += HARD if link.strength == "hard" else 1
    rows, columns = zip(*flows, strict=True)
    graph = csr_array(
        (np.array(list(flows.values()), dtype=np.int32), (rows, columns)), shape=(len(names),) * 2
    )
    found = maximum_flow(graph, place[source], place[sink])
    left = graph - found.flow
    reached = _reached(left, place[source])
    return tuple(
        link
        for link in links
        if link.strength == "firm"
        and place[link.before] in reached
        and place[link.after] not in reached
    )


def _reached(left: csr_array, start: int) -> set[int]:
    seen, ahead = {start}, [start]
    while ahead:
        task = ahead.pop()
        begin, end = left.indptr[task], left.indptr[task + 1]
        for other, room in zip(left.indices[begin:end], left.data[begin:end], strict=True):
            if room > 0 and int(other) not in seen:
                seen.add(int(other))
                ahead.append(int(other))
    return seen
