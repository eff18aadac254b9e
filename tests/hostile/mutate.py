# SPDX-License-Identifier: GPL-3.0-or-later
"""Seeded mutators: sound inputs made hostile, the same for the same seed."""

import json
from collections.abc import Sequence
from copy import deepcopy
from random import Random
from typing import Any

NUMBERS = (
    "nan", "-nan", "inf", "-inf", "1e309", "-1e309", "1e-400", "9" * 309, "-0", "0x10", "1_0", "٣",
    "1e", "--1", "", " ", "1,5", "½", "1/0", "\x00", "1\u00a0000",
)  # fmt: skip
WORDS = (
    "", " ", "\x00", "\ud800", "\u202e", "<img src=/dev/zero>", "=cmd()", "\t=1", "\r\n", "a" * 5000,
    "{0}", "%s", "../../etc/passwd", "nul\x00l", "\ufeff", "\U0001f3e0", "'", '"', ";", "-1",
)  # fmt: skip
VALUES: tuple[Any, ...] = (
    None, True, False, 0, -1, 1, 2**63, -(2**63), 10**400, 1e308, -1e308, 5e-324, 0.5, "", "x", [], {},
    [[]], [None], [[1, 2], [3]], {"": None}, {"id": "x"}, "NaN", [1e9] * 3, [0] * 2000,
)  # fmt: skip
TOKENS = (
    b"\x00", b"\xff\xfe", b"\xed\xa0\x80", b"[" * 3000, b"{" * 3000, b'"', b"\\", b"null", b"1e999",
    b"9" * 400, b"\r\n", b",", b":", b"\x1b[2J", b"\xef\xbb\xbf", b"NaN", b"Infinity", b"-",
)  # fmt: skip


def spoiled_bytes(random: Random, content: bytes) -> bytes:
    """A file with some of its bytes changed, cut, doubled, moved or mixed with odd ones."""
    for _ in range(random.choice((1, 1, 2, 5, 20))):
        a, b = sorted(random.randrange(len(content) + 1) for _ in range(2))
        way = random.randrange(6)
        if way == 0:
            content = content[:a] + bytes([random.randrange(256)]) + content[a + 1 :]
        elif way == 1:
            content = content[:a] + content[min(b, a + 400) :]
        elif way == 2:
            content = content[:a] + content[a : min(b, a + 400)] + content[a:]
        elif way == 3:
            content = content[:a]
        elif way == 4:
            content = content[:a] + random.choice(TOKENS) + content[a:]
        else:
            content = content[:a] + random.choice(TOKENS) + content[min(b, a + 8) :]
    return content


def _places(data: Any, at: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    found = [at] if at else []
    if isinstance(data, dict):
        for key in data:
            found += _places(data[key], (*at, key))
    elif isinstance(data, list):
        for number in range(len(data)):
            found += _places(data[number], (*at, number))
    return found


def _nudged(random: Random, value: Any) -> Any:
    """A value of the same kind that is a little or far off."""
    if isinstance(value, bool) or value is None:
        return random.choice((True, False, None))
    if isinstance(value, int | float):
        value = float(value) if abs(value) < 1e300 else 1e300
        factor = random.choice((0, -1, 1e-9, 0.5, 2, 10, 1e3, 1e9, 1e300))
        return random.choice((value * factor, value + random.uniform(-1, 1), factor))
    if isinstance(value, str):
        return random.choice((random.choice(WORDS), value[::-1], value + "x", value[:-1]))
    if isinstance(value, list):
        shuffled = list(value)
        random.shuffle(shuffled)
        return random.choice(([], value * 2, value[:-1], shuffled))
    return random.choice(({}, None, [value]))


def spoiled_json(random: Random, content: bytes) -> bytes:
    """A JSON document with values changed, taken away, renamed, moved or nested."""
    data = json.loads(content)
    places = _places(data)
    for _ in range(random.choice((1, 1, 1, 2, 4, 12))):
        at = random.choice(places)
        node = data
        try:
            for key in at[:-1]:
                node = node[key]
            value, key = node[at[-1]], at[-1]
            way = random.randrange(7)
            if way < 3:
                node[key] = _nudged(random, value)
            elif way == 3:
                node[key] = deepcopy(random.choice(VALUES))
            elif way == 4:
                del node[key]
            elif way == 5 and isinstance(node, dict):
                node[random.choice((*WORDS, "@file", "extra", "kind", "id"))] = value
            else:
                node[key] = [value, deepcopy(value)] if random.random() < 0.5 else {"x": value}
        except (KeyError, IndexError, TypeError):
            continue  # an earlier change took the place away
    made = json.dumps(data, ensure_ascii=random.random() < 0.5)
    return made.encode("utf-8", "surrogatepass")


def spoiled_table(random: Random, content: bytes) -> bytes:
    """A CSV table with odd cells, columns and rows."""
    rows = [line.split(",") for line in content.decode().splitlines()]
    for _ in range(random.choice((1, 1, 2, 6))):
        row = random.choice(rows)
        way = random.randrange(6)
        if way < 3 and row:
            row[random.randrange(len(row))] = random.choice((*NUMBERS, *WORDS))
        elif way == 3:
            row.append(random.choice(WORDS))
        elif way == 4 and row:
            del row[random.randrange(len(row))]
        else:
            rows.append(list(random.choice(rows)))
    made = random.choice(("\n", "\r\n", "\n")).join(random.choice((",", ",", ";")).join(r) if
                         random.random() < 0.02 else ",".join(r) for r in rows)  # fmt: skip
    return made.encode("utf-8", "surrogatepass")


def spoiled_tags(random: Random, content: bytes) -> bytes:
    """A DXF drawing with odd codes and values of its tags, in its entities and blocks above all."""
    lines = content.decode("utf-8", "replace").splitlines()
    start = next((k for k, line in enumerate(lines) if line == "BLOCKS"), 0)
    for _ in range(random.choice((1, 1, 2, 4, 10))):
        at = random.randrange(start, len(lines))
        way = random.randrange(6)
        if way < 3:
            lines[at] = random.choice((*NUMBERS, *WORDS, "0", "10", "11", "40", "70", "90", "100"))
        elif way == 3:
            lines[at : at + 2] = []
        elif way == 4:
            lines[at:at] = lines[at : at + random.randrange(2, 60)]
        else:
            lines[at] = random.choice(
                ("SPLINE", "INSERT", "LWPOLYLINE", "HATCH", "ENDSEC", "EOF", "VERTEX")
            )
    return "\n".join(lines).encode("utf-8", "surrogatepass")


def spoiled_words(random: Random, words: Sequence[str]) -> list[str]:
    """A command line with odd words in it."""
    made = list(words)
    for _ in range(random.choice((1, 1, 2, 3))):
        way = random.randrange(4)
        odd = random.choice(
            (*WORDS, *NUMBERS, "--json", "-o", "--what", "check", "--help", "-h", "--", "-")
        )
        odd = odd.replace("\x00", "\x01")  # no program can be given the byte of zero
        at = random.randrange(len(made) + 1)
        if way == 0:
            made.insert(at, odd)
        elif way == 1 and made:
            made[min(at, len(made) - 1)] = odd
        elif way == 2 and made:
            del made[min(at, len(made) - 1)]
        else:
            random.shuffle(made)
    return made


def odd_figure(random: Random) -> str:
    """Something typed into a field of a figure."""
    units = (
        "mm",
        "in",
        "ft",
        "'",
        '"',
        "°",
        "%",
        "W/mK",
        "perm",
        "R-",
        "r",
        ":12",
        "in 12",
        "m",
        "µ",
        "²",
    )
    parts = [random.choice((*NUMBERS, *units, *WORDS, "3", "1/2", "7.5", "-", "+", " ", "/", "e"))
             for _ in range(random.randrange(1, 5))]  # fmt: skip
    return "".join(parts)
