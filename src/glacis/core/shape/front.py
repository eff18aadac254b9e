# SPDX-License-Identifier: GPL-3.0-or-later
"""The level line of all planes over an outline, followed as it rises and shrinks.

Every edge sends its plane inward: the history of the line is a weighted straight skeleton, after
Aichholzer and Aurenhammer (1996) and, for edges of different speed, Biedl, Held, Huber, Kaaser and
Palfrader, "Weighted straight skeletons in the plane" (2015). All that happens in one place at one
height is settled together, by the order of the lines round that place, so that equal heights
(pyramids, crosses, parallel ridges) need no special case.
"""

from collections import defaultdict
from heapq import heapify, heappop, heappush
from math import atan2, cos, hypot, pi, radians, sin

import numpy as np
from msgspec import Struct

from glacis.core.shape.rims import ALIKE, Rim, RoofRefused
from glacis.core.shape.vectors import Vector

Key = tuple[int, int]
"""Number of an edge and of its band; the level top is (-1, 0)."""


def _speed(pitch: float) -> float:
    """How far a level line moves inward for each metre it rises [m/m]."""
    return cos(radians(pitch)) / sin(radians(pitch)) if pitch < 90 else 0.0


End = tuple[int, int]
"""A level line by its edge, and the vertex at its far end."""


class Knot(Struct):
    """A place where lines are joined anew: its corner, vertices made, places that have to follow."""

    node: int
    touched: set[int]
    more: list[np.ndarray]


class Front:
    """The level line at one height: a ring of vertices for every part it has come to."""

    def __init__(self, loops: tuple[tuple[Rim, ...], ...]) -> None:
        self.rims = [rim for loop in loops for rim in loop]
        ends = [loop[(k + 1) % len(loop)].at for loop in loops for k in range(len(loop))]
        starts = np.array([rim.at for rim in self.rims])
        runs = np.array(ends) - starts
        self.size = max(1.0, float(np.ptp(starts, axis=0).max()))
        self.near = 1e-8 * self.size
        self.dirs = runs / np.hypot(runs[:, 0], runs[:, 1])[:, None]
        self.normals = np.stack([-self.dirs[:, 1], self.dirs[:, 0]], axis=1)
        self.now = min(rim.bands[0].start for rim in self.rims)
        self.band = [0] * len(self.rims)
        self.offset = np.einsum("ij,ij->i", self.normals, starts)
        self.since = np.full(len(self.rims), self.now)
        self.speed = np.array([_speed(rim.bands[0].pitch) for rim in self.rims])
        room = 8 * len(self.rims) + 64
        self.place, self.motion = np.zeros((room, 2)), np.zeros((room, 2))
        self.born, self.alive = np.zeros(room), np.zeros(room, dtype=bool)
        self.before, self.after = [0] * room, [0] * room
        self.rim_in, self.rim_out = [0] * room, [0] * room
        self.out_of = np.zeros(room, dtype=int)
        self.node, self.count = [0] * room, 0
        self.nodes: list[Vector] = []
        self.fresh: list[int] = []
        self.fresh_at = self.now
        self.heir: dict[int, int] = {}
        self.half: dict[Key, list[tuple[int, int]]] = defaultdict(list)
        self.on_rim: list[set[int]] = [set() for _ in self.rims]
        self.heap: list[tuple[float, int, int, int]] = []
        self.hits: dict[int, tuple[np.ndarray, np.ndarray, int]] = {}
        self.begin(loops)

    def begin(self, loops: tuple[tuple[Rim, ...], ...]) -> None:
        """Put a vertex at every corner."""
        first = 0
        for loop in loops:
            size = len(loop)
            made = []
            for k, rim in enumerate(loop):
                node = self.new_node(np.array(rim.at))
                made.append(self.new_vertex(first + (k - 1) % size, first + k, node))
            for k, vertex in enumerate(made):
                self.link(vertex, made[(k + 1) % size])
                ends = self.node[vertex], self.node[made[(k + 1) % size]]
                self.half[first + k, 0].append(ends)
            first += size
        self.schedule_all()

    def new_node(self, at: np.ndarray) -> int:
        """A corner of the roof at the present height; one that is there already is taken again."""
        if self.fresh_at != self.now:
            self.fresh, self.fresh_at = [], self.now
        for node in self.fresh:
            x, y, _ = self.nodes[node]
            if abs(x - at[0]) < self.near and abs(y - at[1]) < self.near:
                return node
        self.fresh.append(len(self.nodes))
        self.nodes.append((float(at[0]), float(at[1]), self.now))
        return len(self.nodes) - 1

    def new_vertex(self, rim_in: int, rim_out: int, node: int) -> int:
        """A vertex that begins now, between the end of one edge's line and the start of another's."""
        if self.count == len(self.born):
            self.grow()
        number = self.count
        self.count += 1
        at = np.array(self.nodes[node][:2])
        motion, exact = self.motion_of(rim_in, rim_out, at)
        self.place[number], self.motion[number] = exact, motion
        self.born[number], self.alive[number] = self.now, True
        self.rim_in[number], self.rim_out[number], self.node[number] = rim_in, rim_out, node
        self.out_of[number] = rim_out
        self.on_rim[rim_out].add(number)
        return number

    def grow(self) -> None:
        """Make room for as many vertices again."""
        self.place = np.concatenate([self.place, np.zeros_like(self.place)])
        self.motion = np.concatenate([self.motion, np.zeros_like(self.motion)])
        self.born = np.concatenate([self.born, np.zeros_like(self.born)])
        self.alive = np.concatenate([self.alive, np.zeros_like(self.alive)])
        self.out_of = np.concatenate([self.out_of, np.zeros_like(self.out_of)])
        for held in (self.before, self.after, self.rim_in, self.rim_out, self.node):
            held.extend([0] * len(held))

    def line(self, rim: int) -> float:
        """Present offset of an edge's level line along its normal [m]."""
        return float(self.offset[rim] + self.speed[rim] * (self.now - self.since[rim]))

    def motion_of(self, a: int, b: int, at: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
        """How the meeting of two level lines moves, and where exactly it is."""
        (ax, ay), (bx, by) = self.normals[a].tolist(), self.normals[b].tolist()
        det = ax * by - ay * bx
        sa, sb = float(self.speed[a]), float(self.speed[b])
        if abs(det) > ALIKE:
            la, lb = self.line(a), self.line(b)
            motion = np.array([(sa * by - sb * ay) / det, (sb * ax - sa * bx) / det])
            exact = np.array([(la * by - lb * ay) / det, (lb * ax - la * bx) / det])
            off = hypot(exact[0] - at[0], exact[1] - at[1])
            return motion, exact if off < 100 * self.near else at
        if ax * bx + ay * by < 0:
            return np.zeros(2), at
        if abs(sa - sb) > ALIKE * max(1.0, sa):
            raise RoofRefused(
                "two edges in one line have different pitches; give them one pitch or draw a corner "
                "between them", (float(at[0]), float(at[1])),
            )  # fmt: skip
        return self.normals[a] * sa, at

    def link(self, vertex: int, following: int) -> None:
        """Make two vertices neighbours."""
        self.after[vertex], self.before[following] = following, vertex

    def at(self, vertex: int) -> np.ndarray:
        """Where a vertex is now."""
        moved: np.ndarray = self.place[vertex] + self.motion[vertex] * (
            self.now - self.born[vertex]
        )
        return moved

    def end(self, vertex: int, node: int) -> None:
        """A vertex has come to a corner of the roof: its way bounds two faces."""
        self.alive[vertex] = False
        self.on_rim[self.rim_out[vertex]].discard(vertex)
        self.hits.pop(vertex, None)
        start = self.node[vertex]
        if start != node:
            a, b = self.rim_in[vertex], self.rim_out[vertex]
            self.half[a, self.band[a]].append((start, node))
            self.half[b, self.band[b]].append((node, start))

    def schedule_all(self) -> None:
        """Forget what was to come and find it anew."""
        self.heap, self.hits = [], {}
        for vertex in np.flatnonzero(self.alive).tolist():
            self.schedule_collapse(vertex)
            self.schedule_hits(vertex)
        heapify(self.heap)

    def schedule_collapse(self, vertex: int) -> None:
        """When the line from a vertex to the next will have no length."""
        following = self.after[vertex]
        run = self.dirs[self.rim_out[vertex]]
        gap = float((self.at(following) - self.at(vertex)) @ run)
        rate = float((self.motion[following] - self.motion[vertex]) @ run)
        if rate < -1e-12:
            when = self.now + max(0.0, gap) / -rate
            heappush(self.heap, (when, 0, vertex, following))

    def schedule_hits(self, vertex: int) -> None:
        """When a vertex that points inward will come upon the line of another edge."""
        a, b = self.rim_in[vertex], self.rim_out[vertex]
        (ax, ay), (bx, by) = self.dirs[a].tolist(), self.dirs[b].tolist()
        if ax * by - ay * bx >= -ALIKE:
            return
        lines = self.offset + self.speed * (self.now - self.since)
        gaps = self.normals @ self.at(vertex) - lines
        rates = self.normals @ self.motion[vertex] - self.speed
        coming = (gaps > self.near) & (rates < -1e-12)
        coming[a] = coming[b] = False
        which = np.flatnonzero(coming)
        when = self.now + gaps[which] / -rates[which]
        order = np.argsort(when, kind="stable")
        self.hits[vertex] = (when[order], which[order], 0)
        self.next_hit(vertex)

    def next_hit(self, vertex: int) -> None:
        """Put the next line a vertex comes upon among what is to come."""
        when, which, done = self.hits[vertex]
        if done < len(when):
            heappush(self.heap, (float(when[done]), 1, vertex, int(which[done])))
            self.hits[vertex] = (when, which, done + 1)

    def on_line(self, at: np.ndarray, rim: int) -> bool:
        """Whether the level line of an edge passes through a point on its carrier."""
        run = self.dirs[rim]
        for start in self.on_rim[rim]:
            first = float((at - self.at(start)) @ run)
            last = float((self.at(self.after[start]) - at) @ run)
            if first > -self.near and last > -self.near:
                return True
        return False

    def due(self, until: float) -> list[np.ndarray]:
        """Places where something happens up to a height; it becomes the present one."""
        places: list[np.ndarray] = []
        last = until
        while self.heap and self.heap[0][0] <= last:
            when, kind, vertex, other = heappop(self.heap)
            if not self.alive[vertex]:
                continue
            if kind == 0 and (not self.alive[other] or self.after[vertex] != other):
                continue
            if not places:
                self.now = max(self.now, when)
            if kind == 0:
                places.append((self.at(vertex) + self.at(other)) / 2)
            else:
                self.next_hit(vertex)
                if not self.on_line(self.at(vertex), other):
                    continue
                places.append(self.at(vertex))
            last = min(until, self.now + 1e-10 * self.size)
        return places

    def settle(self, places: list[np.ndarray]) -> None:
        """All that happens at the present height."""
        queue = list(places)
        self.heir.clear()
        touched: set[int] = set()
        met: list[np.ndarray] = []
        while queue:
            at = queue.pop()
            if all(hypot(at[0] - m[0], at[1] - m[1]) > 4 * self.near for m in met):
                met.append(at)
                queue.extend(self.meet(at, touched))
        for vertex in sorted(touched):
            if self.alive[vertex]:
                self.close_lens(vertex)
        for vertex in sorted(touched):
            if self.alive[vertex]:
                self.schedule_collapse(vertex)
                before = self.before[vertex]
                if before not in touched:
                    self.schedule_collapse(before)
                self.schedule_hits(vertex)

    def meet(self, at: np.ndarray, touched: set[int]) -> list[np.ndarray]:
        """Join anew all level lines that come to one place; more places where that has to follow."""
        alive = np.flatnonzero(self.alive[: self.count])
        spots = self.place[alive] + self.motion[alive] * (self.now - self.born[alive])[:, None]
        here = np.hypot(spots[:, 0] - at[0], spots[:, 1] - at[1]) < 4 * self.near
        if not here.any():
            return []
        inside = set(alive[here].tolist())
        through = self.through(at, alive, spots, inside)
        if len(inside) == 1 and not through:
            return []
        node = self.new_node(at)
        rays: list[tuple[float, int, int, int]] = []
        for vertex in inside:
            self.end(vertex, node)
            before, after = self.before[vertex], self.after[vertex]
            if before not in inside:
                rays.append(self.ray(self.rim_in[vertex], before, 1))
            if after not in inside:
                rays.append(self.ray(self.rim_out[vertex], after, 0))
        for start in through:
            self.on_rim[self.rim_out[start]].discard(start)
            rays.append(self.ray(self.rim_out[start], start, 1))
            rays.append(self.ray(self.rim_out[start], self.after[start], 0))
        return self.join(rays, node, touched)

    def through(
        self, at: np.ndarray, alive: np.ndarray, spots: np.ndarray, inside: set[int]
    ) -> list[int]:
        """Vertices whose line to the next runs through a place between its ends."""
        rims = self.out_of[alive]
        lines = self.offset[rims] + self.speed[rims] * (self.now - self.since[rims])
        off = np.abs(self.normals[rims] @ at - lines)
        found = []
        for k in np.flatnonzero(off < 4 * self.near).tolist():
            vertex = int(alive[k])
            following = self.after[vertex]
            if vertex in inside or following in inside:
                continue
            run = self.dirs[self.rim_out[vertex]]
            if float((at - spots[k]) @ run) > 0 and float((self.at(following) - at) @ run) > 0:
                found.append(vertex)
        return found

    def ray(self, rim: int, far: int, inward: int) -> tuple[float, int, int, int]:
        """A level line as seen from where it ends (1) or begins (0): direction, sense, edge, far end."""
        sign = -1.0 if inward else 1.0
        x, y = self.dirs[rim].tolist()
        angle = atan2(sign * y, sign * x)
        return (angle + 2 * pi if angle < -pi + ALIKE else angle), inward, rim, far

    def join(
        self, rays: list[tuple[float, int, int, int]], node: int, touched: set[int]
    ) -> list[np.ndarray]:
        """Every line that begins here goes with the one that ends next in anticlockwise order."""
        rays.sort()
        ordered: list[tuple[float, int, int, int]] = []
        for ray in rays:
            place = len(ordered)
            # Lines that lie on each other: what begins stands before what ends, the sliver between
            # them being all that is left of the inside.
            while (
                place and ray[0] - ordered[place - 1][0] < ALIKE and ray[1] < ordered[place - 1][1]
            ):
                place -= 1
            ordered.insert(place, ray)
        more: list[np.ndarray] = []
        for k, (_, ends, rim_out, after) in enumerate(ordered):
            if ends:
                continue
            _, inward, rim_in, before = ordered[(k + 1) % len(ordered)]
            if not inward:
                x, y, _ = self.nodes[node]
                raise RoofRefused("edges run over each other", (x, y))
            self.connect((rim_in, before), (rim_out, after), Knot(node, touched, more))
        return more

    def connect(self, ending: End, beginning: End, knot: Knot) -> int:
        """A vertex between a line that ends here and one that begins."""
        (rim_in, before), (rim_out, after) = ending, beginning
        before, after = self.heir.get(before, before), self.heir.get(after, after)
        if self.passes(rim_in, rim_out):
            return self.take_over((rim_in, before), (rim_out, after), knot)
        vertex = self.new_vertex(rim_in, rim_out, knot.node)
        self.link(before, vertex)
        self.link(vertex, after)
        self.on_rim[rim_in].add(before)
        knot.touched.add(vertex)
        if self.is_lens(vertex) and before != after:
            at = self.at(vertex)
            ends_at = (self.at(before), self.at(after))
            knot.more.append(min(ends_at, key=lambda p: hypot(p[0] - at[0], p[1] - at[1])))
        return vertex

    def passes(self, one: int, two: int) -> bool:
        """Whether two lines run on as one of which one moves and the other stands."""
        (ax, ay), (bx, by) = self.normals[one].tolist(), self.normals[two].tolist()
        in_line = abs(ax * by - ay * bx) <= ALIKE and ax * bx + ay * by > 0
        return in_line and bool(self.speed[one] > 0) != bool(self.speed[two] > 0)

    def take_over(self, ending: End, beginning: End, knot: Knot) -> int:
        """A plane has come past a wall in its line: the wall ends below it, the plane goes on."""
        (rim_in, before), (rim_out, after) = ending, beginning
        stands_ahead = self.speed[rim_out] == 0
        wall, plane = (rim_out, rim_in) if stands_ahead else (rim_in, rim_out)
        far = after if stands_ahead else before
        end = self.new_node(self.at(far))
        self.end(far, end)
        run = (knot.node, end) if stands_ahead else (end, knot.node)
        self.half[plane, self.band[plane]].append(run)
        self.half[wall, self.band[wall]].append(run[::-1])
        seam = self.new_vertex(plane, plane, knot.node)
        knot.touched.add(seam)
        there = Knot(end, knot.touched, knot.more)
        if stands_ahead:
            self.link(before, seam)
            self.on_rim[plane].add(before)
            onward = self.rim_out[far], self.after[far]
            self.heir[far] = self.connect((plane, seam), onward, there)
        else:
            self.link(seam, after)
            back = self.rim_in[far], self.before[far]
            self.heir[far] = self.connect(back, (plane, seam), there)
        return seam

    def is_lens(self, vertex: int) -> bool:
        """Whether the lines at a vertex lie on each other."""
        a, b = self.rim_in[vertex], self.rim_out[vertex]
        (ax, ay), (bx, by) = self.dirs[a].tolist(), self.dirs[b].tolist()
        return bool(abs(ax * by - ay * bx) <= ALIKE and ax * bx + ay * by < 0)

    def close_lens(self, vertex: int) -> None:
        """A ring of two vertices has no inside: its two lines are one ridge."""
        other = self.after[vertex]
        if self.after[other] != vertex:
            return
        for one, two in ((vertex, other), (other, vertex)):
            rim = self.rim_out[one]
            if self.node[one] != self.node[two]:
                self.half[rim, self.band[rim]].append((self.node[two], self.node[one]))
        for one in (vertex, other):
            self.alive[one] = False
            self.on_rim[self.rim_out[one]].discard(one)

    def change(self, rims: set[int]) -> None:
        """Edges whose plane goes on at another pitch from the present height."""
        offsets = {rim: self.line(rim) for rim in rims}
        reborn: dict[int, int] = {}
        sides: list[tuple[int, int, int]] = []
        for vertex in np.flatnonzero(self.alive).tolist():
            if self.rim_in[vertex] in rims or self.rim_out[vertex] in rims:
                reborn[vertex] = self.new_node(self.at(vertex))
            if self.rim_out[vertex] in rims:
                sides.append((self.rim_out[vertex], vertex, self.after[vertex]))
        for rim, start, last in sides:
            self.half[rim, self.band[rim]].append((reborn[last], reborn[start]))
            self.half[rim, self.band[rim] + 1].append((reborn[start], reborn[last]))
        links = [(v, self.before[v], self.after[v]) for v in reborn]
        for vertex, node in reborn.items():
            self.end(vertex, node)
        for rim, offset in offsets.items():
            self.band[rim] += 1
            self.offset[rim], self.since[rim] = offset, self.now
            self.speed[rim] = _speed(self.rims[rim].bands[self.band[rim]].pitch)
        new = {
            v: self.new_vertex(self.rim_in[v], self.rim_out[v], node) for v, node in reborn.items()
        }
        for vertex, before, after in links:
            self.link(new.get(before, before), new[vertex])
            self.link(new[vertex], new.get(after, after))
        self.schedule_all()

    def cut_level(self) -> list[list[int]]:
        """End everything at the present height; rings of nodes round the level top."""
        rings: list[list[int]] = []
        nodes = {v: self.new_node(self.at(v)) for v in np.flatnonzero(self.alive).tolist()}
        for vertex, node in nodes.items():
            rim = self.rim_out[vertex]
            self.half[rim, self.band[rim]].append((nodes[self.after[vertex]], node))
        left = set(nodes)
        while left:
            ring, vertex = [], min(left)
            while vertex in left:
                left.discard(vertex)
                ring.append(nodes[vertex])
                vertex = self.after[vertex]
            rings.append(ring)
        for vertex, node in nodes.items():
            self.end(vertex, node)
        return rings
