# SPDX-License-Identifier: GPL-3.0-or-later
"""Errors that Glacis raises for its user."""

from typing import Literal

System = Literal["si", "us"]


LONGEST = 70
"""Letters told of any part of a message; our judgement: four of them still fit a line or two."""


REASON, WHOLE = 120, 290
"""Letters of what was expected, which may be a reason, and of a whole message; our judgement."""


def short(words: str, most: int = LONGEST) -> str:
    """``words`` cut to what a message bears, and as text that everything can take."""
    plain = words.encode("utf-8", "replace").decode()
    return plain if len(plain) <= most else f"{plain[: max(0, most - 1)]}…"


class GlacisError(Exception):
    """Base of all errors meant for the user's eyes."""

    def words(self, _system: System) -> str:
        """What to tell a reader of these units; most errors say the same in all."""
        return str(self)


class ValueRefused(GlacisError, ValueError):
    """A value outside what it may be.

    Carries the field, the value found, what was expected and what to do, so that every
    place that shows the error can say all four.
    """

    def __init__(self, field: str, found: object, expected: str, advice: str = "") -> None:
        self.field = field
        self.found = found
        self.expected = expected
        self.advice = advice
        shown = f"{found!r}"
        said = f"{short(field)}: expected {short(expected, REASON)}, found {short(shown)}."
        tail = f" {short(advice, WHOLE - len(said))}" if advice else ""
        super().__init__(said + tail)


class NotWorkedOut(GlacisError):
    """A document on which a calculation broke: an error of ours, told so that nothing is lost by it."""

    def __init__(self, fault: Exception) -> None:
        super().__init__(
            f"This could not be worked out ({type(fault).__name__}: {str(fault)[:120]}). That is an error "
            "in Glacis; the document stays as it was."
        )


class MissingReference(GlacisError, KeyError):
    """A name in the document that points at nothing."""

    def __init__(self, kind: str, identifier: str, where: str) -> None:
        self.kind = kind
        self.identifier = identifier
        self.where = where
        super().__init__(
            f"{short(where)} names the {kind} '{short(identifier)}', which does not exist."
        )

    def __str__(self) -> str:
        return str(self.args[0])
