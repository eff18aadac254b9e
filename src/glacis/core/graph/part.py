# SPDX-License-Identifier: GPL-3.0-or-later
"""What a part of the results is: what it reads, how it follows from that, and how it stands."""

from collections.abc import Callable
from typing import TYPE_CHECKING, Any, Generic, TypeVar

from msgspec import Struct

if TYPE_CHECKING:
    from glacis.core.graph.reader import Reader

Read = TypeVar("Read")
Value = TypeVar("Value")

Progress = Callable[[float, str], None]
"""Told the share done [-], 0 to 1, and what comes next; it may raise to stop the work."""
WHOLE = ""
"""The subject of a part that belongs to the whole project rather than to one thing in it."""
USUAL_SIZE = 32 * 1024
"""What a remembered value is taken to weigh [bytes] where its part does not say; our judgement:
an analysed area with its findings measures 20 to 40 KiB."""


def usual_size(_value: object) -> int:
    """The size [bytes] of a value whose part does not weigh it."""
    return USUAL_SIZE


def nothing_shown(_reader: object, _subject: str) -> None:
    """The glance of a part whose reads are cheap."""


def unwatched(_share: float, _words: str) -> None:
    """For callers that do not watch the progress."""


class Part(Struct, Generic[Read, Value], frozen=True):
    """One kind of result, for every subject it is asked of: an area, an edge, the project.

    Attributes:
        name: unique among all parts.
        reads: everything the value depends on, taken from the document and other parts. It is
            the key under which the value is remembered, so it holds no more than is needed.
        compute: the value, from what was read and nothing else.
        weigh: how much memory a value takes [bytes].
    """

    name: str
    reads: "Callable[[Reader, str], Read]"
    compute: Callable[[Read], Value]
    weigh: Callable[[Value], int] = usual_size


class LongPart(Struct, Generic[Read, Value], frozen=True):
    """A part that takes more than half a second: worked out in the background.

    What it reads and its value cross to another process, so both must pickle.

    Attributes:
        name: unique among all parts.
        reads: as of a part.
        work: the value; it calls its progress at checkpoints.
        weigh: as of a part.
        glance: something cheap that follows from what it reads. Where no value came for what it
            shows, there is none, and nobody has to gather all that is read to find that out.
    """

    name: str
    reads: "Callable[[Reader, str], Read]"
    work: Callable[[Read, Progress], Value]
    weigh: Callable[[Value], int] = usual_size
    glance: "Callable[[Reader, str], object]" = nothing_shown


AnyPart = Part[Any, Value] | LongPart[Any, Value]


class Ready(Struct, Generic[Value], frozen=True):
    """The value is there."""

    value: Value


class Pending(Struct, frozen=True):
    """It is not worked out yet, or is being worked out now.

    Attributes:
        share: how much of it is done [-], 0 to 1.
        words: what comes next; empty where nobody works on it.
    """

    share: float = 0.0
    words: str = ""


class Failed(Struct, frozen=True):
    """It could not be worked out, and why."""

    why: str


State = Ready[Value] | Pending | Failed


class NotReady(Exception):
    """Raised where a value is read that has to be worked out in the background first."""

    def __init__(self, part: str, subject: str) -> None:
        super().__init__(f"{part} of {subject or 'the project'} is not worked out yet")
        self.part = part
        self.subject = subject
