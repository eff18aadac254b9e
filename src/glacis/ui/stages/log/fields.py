# SPDX-License-Identifier: GPL-3.0-or-later
"""Fields of each kind of entry, in the order they are filled in."""

from typing import Any, get_args

from msgspec import Struct

from glacis.core.log.keeping import told
from glacis.core.log.words import EVENTS, KINDS
from glacis.core.model.log import (
    Asked,
    Deviated,
    Happened,
    Held,
    Inspected,
    Issued,
    Laid,
    Left,
    Matter,
    Measured,
    Observed,
    ObservedKind,
    Occasion,
    TestKind,
    Trend,
    Tried,
)
from glacis.core.units.quantities import Quantity

Choices = tuple[tuple[str, object], ...]


class Field(Struct, frozen=True):
    """A field of an entry.

    Attributes:
        key: of the attribute.
        words: before it.
        quantity: of a figure; None for words.
        choices: words and values, where there are few.
        tick: whether it is yes or no.
        width: [pt].
        optional: whether an empty figure is none, rather than 0.
        whole: whether the figure is a whole number.
    """

    key: str
    words: str
    quantity: Quantity | None = None
    choices: Choices = ()
    tick: bool = False
    width: int = 150
    optional: bool = False
    whole: bool = False


def _words(key: str, words: str, width: int = 190) -> Field:
    return Field(key, words, width=width)


def _day(key: str, words: str) -> Field:
    return Field(key, words, width=110)


def _figure(key: str, words: str, quantity: Quantity, width: int = 84) -> Field:
    return Field(key, words, quantity, width=width, optional=True)


def _choice(key: str, words: str, literal: Any) -> Field:
    return Field(key, words, choices=tuple((told(x), x) for x in get_args(literal)))


T, N = Quantity.TEMPERATURE, Quantity.FIGURE
SEVERITIES: Choices = (("watch", 1), ("repair", 2), ("now", 3))
FIELDS: dict[str, tuple[Field, ...]] = {
    "laid": (
        _words("product", "product"),
        _words("lot", "lot", 110),
        _day("expires", "expires"),
        Field("quantity", "quantity", N, width=84),
        _words("unit", "unit", 60),
        _words("crew", "crew", 130),
        _figure("air", "air", T),
        _figure("humidity", "humidity", Quantity.HUMIDITY),
        _figure("wind", "wind", Quantity.SPEED),
        _figure("rain", "rain, 48 h before", Quantity.RAIN),
        _figure("substrate", "ground", T),
        _figure("moisture", "ground, % by mass", N),
        _words("method", "measured by", 130),
        _day("due", "cover by"),
        _day("covered", "covered on"),
        _words("next", "covered by", 130),
    ),
    "held": (
        _words("what", "what is held"),
        _words("witness", "seen by", 150),
        Field("passed", "passed", tick=True),
    ),
    "tested": (
        _choice("test", "test", TestKind),
        _words("instrument", "instrument"),
        _figure("value", "value", N),
        _words("unit", "unit", 80),
        _figure("limit", "limit", N),
        Field("least", "limit is", choices=(("the least", True), ("the most", False))),
        Field("passed", "passed", tick=True),
    ),
    "deviated": (
        _words("drawn", "drawn"),
        _words("built", "built"),
        _words("agreed", "agreed by", 150),
        _day("agreed_on", "on"),
        _figure("thickness", "thickness as built", Quantity.THICKNESS),
        _words("material", "material as built", 170),
        Field("missing", "left out", tick=True),
    ),
    "inspected": (
        _choice("occasion", "occasion", Occasion),
        _words("weather", "weather"),
        _words("not_reached", "not reached", 260),
    ),
    "observed": (
        _choice("what", "what", ObservedKind),
        Field("size", "extent", Quantity.LENGTH, width=84),
        Field("count", "how many", Quantity.PIECES, width=60, whole=True),
        Field("severity", "severity", choices=SEVERITIES),
        _choice("trend", "against before", Trend),
    ),
    "measured": (
        _words("plane", "of what"),
        _words("how", "how", 150),
        _figure("temperature", "temperature", T),
        _figure("humidity", "humidity", Quantity.HUMIDITY),
        _figure("wood", "wood, % by mass", N),
        _words("species", "species", 110),
        Field("corrects", "meter corrects for warmth", tick=True),
    ),
    "left": (_words("what", "what is left", 300), _day("until", "a danger from")),
    "asked": (
        _words("question", "question", 330),
        _words("first", "one says"),
        _words("second", "another says"),
        Field(
            "used", "used for now", choices=(("neither", 0), ("the first", 1), ("the second", 2))
        ),
        _words("to", "who is to answer", 130),
        _day("by", "by"),
        _words("answer", "answer", 230),
        _words("answered", "answered by", 130),
    ),
    "issued": (
        _choice("matter", "matter", Matter),
        _words("number", "number", 90),
        _words("title", "title", 260),
        _words("revision", "revision", 60),
        _words("to", "to", 150),
    ),
    "happened": (
        Field(
            "event", "what happened", choices=tuple((words, key) for key, words in EVENTS.items())
        ),
        _figure("gust", "largest gust", Quantity.SPEED),
    ),
}
FRESH: dict[str, Any] = {
    "laid": Laid(),
    "held": Held(what="", witness=""),
    "tested": Tried(test="smoke"),
    "deviated": Deviated(drawn="", built=""),
    "inspected": Inspected(),
    "observed": Observed(what="stain"),
    "measured": Measured(),
    "left": Left(what=""),
    "asked": Asked(question=""),
    "issued": Issued(matter="drawing", number="", title=""),
    "happened": Happened(event="gust"),
}
"""An entry of each kind before anything is filled in."""
NAMES: Choices = tuple((words, key) for key, words in KINDS.items())
