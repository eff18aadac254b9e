# SPDX-License-Identifier: GPL-3.0-or-later
"""Remembered values: keys that are hashed once, bounded in bytes, with scratch layers."""

from collections import OrderedDict
from collections.abc import Hashable, Iterator
from itertools import count
from typing import Any

from msgspec import Struct

LIMIT = 96 * 1024 * 1024
"""How much the values of a memo may weigh together [bytes]; our judgement."""
TOKENS = 20_000
"""How many values are told apart before those not met for as long are forgotten; our judgement: ten
large projects' worth."""

Token = Hashable
Key = tuple[str, Token]
PLAIN = (str, int, float, bool, type(None), frozenset)


class Gathered(Struct, frozen=True):
    """What a part gathers anew each time it reads: told apart by its fields, never hashed as a whole.

    Its fields are remembered values; a plain Struct would hash all that they hold at every edit.
    """


class Missing(Struct, frozen=True):
    """Stands for a value that is not remembered."""


MISSING = Missing()


class Tokens:
    """A short name for every value that keys are made of.

    A value met before is known by its identity, so that a large one is hashed only when it is
    new; equal values made anew get the same name.
    """

    def __init__(self, numbers: Iterator[int], below: "Tokens | None" = None) -> None:
        self._numbers = numbers
        self._below = below
        self._known: dict[int, tuple[object, Token]] = {}
        self._known_before: dict[int, tuple[object, Token]] = {}
        self._equal: dict[Hashable, Token] = {}
        self._equal_before: dict[Hashable, Token] = {}

    def of(self, value: Any) -> Token:
        """The token of a value."""
        found = self._known.get(id(value))
        if found is not None:
            return found[1]
        if isinstance(value, PLAIN):
            return value
        met = self.met(value)
        if met is not None:
            return met
        if isinstance(value, tuple):
            token: Token = tuple([self.of(item) for item in value])
        elif isinstance(value, Gathered):
            token = tuple([self.of(getattr(value, name)) for name in value.__struct_fields__])
        else:
            older = self._older(value)
            fresh = next(self._numbers) if older is None else older
            token = self._equal.setdefault(value, fresh)
        return self.name(value, token)

    def name(self, value: object, token: Token) -> Token:
        """Remember that this very object goes by ``token``."""
        if len(self._known) >= TOKENS:
            self._known_before, self._known = self._known, {}
            self._equal_before, self._equal = self._equal, {}
        self._known[id(value)] = (value, token)
        return token

    def met(self, value: object) -> Token | None:
        """The token of this very object; None where it was not met before."""
        place = id(value)
        found = self._known.get(place)
        if found is not None:
            return found[1]
        found = self._known_before.get(place)
        if found is not None:
            self._known[place] = found
            return found[1]
        return self._below.met(value) if self._below is not None else None

    def forget(self, value: object) -> None:
        """Let go of this very object, so that it can leave memory."""
        self._known.pop(id(value), None)
        self._known_before.pop(id(value), None)

    def _older(self, value: Hashable) -> Token | None:
        """The token of an equal value met long ago, or below; asked only where there are any."""
        if self._equal_before:
            token = self._equal_before.get(value)
            if token is not None:
                return token
        return self._below.equal(value) if self._below is not None else None

    def equal(self, value: Hashable) -> Token | None:
        """The token of an equal value; None where there was none."""
        token = self._equal.get(value)
        return self._older(value) if token is None else token


class Memo:
    """Values by part and by what they were worked out from; the longest unused go first."""

    def __init__(self, limit: int = LIMIT, below: "Memo | None" = None) -> None:
        self.counts: dict[str, int] = {} if below is None else below.counts
        self.arrivals: list[int] = [0] if below is None else below.arrivals
        self._glances: set[Key] = set() if below is None else below._glances
        self.weight = 0
        self._limit = limit
        self._below = below
        self._numbers: Iterator[int] = count(1) if below is None else below._numbers
        self._tokens: Tokens = Tokens(self._numbers, None if below is None else below._tokens)
        self._values: OrderedDict[Key, tuple[Any, int]] = OrderedDict()

    def scratch(self) -> "Memo":
        """A layer over this one for what is only being considered; dropped, it leaves nothing."""
        return Memo(self._limit, self)

    def key(self, part: str, read: object) -> Key:
        """The key of what a part has read: a value of its own kind is taken field by field."""
        tokens = self._tokens
        if not isinstance(read, Struct):
            return part, tokens.of(read)
        met = tokens.met(read)
        if met is None:
            values = [getattr(read, name) for name in read.__struct_fields__]
            met = tuple([tokens.of(value) for value in values])
        return part, met

    def find(self, key: Key) -> Any:
        """The value under ``key``, or MISSING."""
        found = self._values.get(key)
        if found is not None:
            self._values.move_to_end(key)
            return found[0]
        return MISSING if self._below is None else self._below.find(key)

    def arrive(self, key: Key, value: Any, size: int, glance: object = None) -> None:
        """Remember a value that was worked out in the background, and what its part shows at a glance.

        ``arrivals`` counts them on all layers.
        """
        self.keep(key, value, size)
        self._glances.add((key[0], self._tokens.of(glance)))
        self.arrivals[0] += 1

    def may_have(self, part: str, glance: object) -> bool:
        """Whether a value of a part came for what it shows at a glance."""
        return (part, self._tokens.of(glance)) in self._glances

    def keep(self, key: Key, value: Any, size: int) -> None:
        """Remember a value that weighs ``size`` [bytes]; it was really worked out."""
        self.counts[key[0]] = self.counts.get(key[0], 0) + 1
        old = self._values.pop(key, None)
        self.weight += size - (old[1] if old else 0)
        self._values[key] = (value, size)
        if not isinstance(value, PLAIN) and self._tokens.met(value) is None:
            self._tokens.name(value, next(self._numbers))
        while self.weight > self._limit and len(self._values) > 1:
            _, (gone, lightened) = self._values.popitem(last=False)
            self._tokens.forget(gone)
            self.weight -= lightened
