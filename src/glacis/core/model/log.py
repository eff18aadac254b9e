# SPDX-License-Identifier: GPL-3.0-or-later
"""The roof's life on record: entries that are never rewritten, what was looked for in a wet roof, and what is due."""

from typing import Annotated, Literal

from glacis.core.model.geometry import Point
from glacis.core.model.node import Node
from glacis.core.units.quantities import Quantity
from glacis.core.units.ranges import Range

Air = Annotated[float, Range("temperature", Quantity.TEMPERATURE, -60.0, 90.0)]
Humidity = Annotated[float, Range("relative humidity", Quantity.SHARE, 0.0, 1.1)]
Wind = Annotated[float, Range("wind", Quantity.SPEED, 0.0, 90.0)]
Water = Annotated[float, Range("rain", Quantity.RAIN, 0.0, 2.0)]
Moisture = Annotated[float, Range("moisture, % by mass", None, 0.0, 300.0)]
Number = Annotated[float, Range("value", None, -1e9, 1e9)]

ObservedKind = Literal[
    "blister", "soft-spot", "split", "open-seam", "stain", "ponding", "blocked-outlet", "loose-fixing", "corrosion",
    "growth", "damp-below",
]  # fmt: skip
TestKind = Literal[
    "smoke",
    "fan-pressure",
    "flood",
    "seam-peel",
    "pull-out",
    "electric",
    "core",
    "thickness",
    "infrared",
]
Trend = Literal["new", "same", "grew", "gone"]
Occasion = Literal[
    "regular", "storm", "hail", "trade", "first-rain", "warranty", "outlets", "complaint"
]
Matter = Literal["drawing", "question", "variation"]
Severity = Annotated[int, Range("severity", None, 1, 3)]


class Attachment(Node, frozen=True, kw_only=True):
    """A file that lies beside the project.

    Attributes:
        name: as it was called when it was taken in.
        sha256: of its content, hexadecimal.
        size: [B].
    """

    name: str
    sha256: str
    size: Annotated[int, Range("size", None, 0, 10**11)] = 0


class Spot(Node, frozen=True, kw_only=True):
    """Where an entry belongs.

    Attributes:
        area: id of the roof area; empty for the whole job.
        at: in plan [m]; None for no point.
        junction: id of the piece of an edge, or of an item.
        layer: id of the layer.
    """

    area: str = ""
    at: Point | None = None
    junction: str = ""
    layer: str = ""


class Laid(Node, frozen=True, kw_only=True, tag_field="kind", tag="laid"):
    """A layer that was laid.

    Attributes:
        product: as on its packing.
        lot: number on its packing.
        expires: year-month-day; empty where it does not.
        quantity: in ``unit``.
        unit: of the quantity.
        crew: that laid it.
        air: at the time [°C].
        humidity: of the air [-].
        wind: [m/s].
        rain: in the 48 hours before [m].
        substrate: its temperature [°C].
        moisture: of the substrate [% by mass].
        method: by which the substrate was measured.
        due: to be covered by, year-month-day.
        covered: on, year-month-day.
        next: what covers it.
        sensed: whether the weather comes from the simulated sensor.
    """

    product: str = ""
    lot: str = ""
    expires: str = ""
    quantity: Annotated[float, Range("quantity", None, 0.0, 1e7)] = 0.0
    unit: str = "m²"
    crew: str = ""
    air: Air | None = None
    humidity: Humidity | None = None
    wind: Wind | None = None
    rain: Water | None = None
    substrate: Air | None = None
    moisture: Moisture | None = None
    method: str = ""
    due: str = ""
    covered: str = ""
    next: str = ""
    sensed: bool = False


class Held(Node, frozen=True, kw_only=True, tag_field="kind", tag="held"):
    """A hold point: what was seen, by whom, whether it may be covered."""

    what: str
    witness: str
    passed: bool = True


class Tried(Node, frozen=True, kw_only=True, tag_field="kind", tag="tested"):
    """A test on site.

    Attributes:
        test: kind.
        instrument: it was made with.
        value: that was read.
        unit: of value and limit.
        limit: that it has to keep; None where nothing limits it.
        least: whether the limit is the least value, rather than the most.
        passed: what whoever made it said.
    """

    test: TestKind
    instrument: str = ""
    value: Number | None = None
    unit: str = ""
    limit: Number | None = None
    least: bool = True
    passed: bool = True


class Deviated(Node, frozen=True, kw_only=True, tag_field="kind", tag="deviated"):
    """Built otherwise than drawn; what of it has figures changes the roof as built.

    Attributes:
        drawn: what the drawing says.
        built: what lies there.
        agreed: by whom; empty where nobody has.
        agreed_on: year-month-day.
        thickness: of the layer as built [m]; None for as drawn.
        material: of the layer as built; empty for as drawn.
        missing: whether the layer was left out.
    """

    drawn: str
    built: str
    agreed: str = ""
    agreed_on: str = ""
    thickness: Annotated[float, Range("thickness", Quantity.THICKNESS, 0.0001, 3.0)] | None = None
    material: str = ""
    missing: bool = False


class Inspected(Node, frozen=True, kw_only=True, tag_field="kind", tag="inspected"):
    """A walk over the roof: why, in what weather, and what was *not* reached."""

    occasion: Occasion = "regular"
    weather: str = ""
    not_reached: str = ""


class Observed(Node, frozen=True, kw_only=True, tag_field="kind", tag="observed"):
    """Something seen.

    Attributes:
        what: kind.
        inspection: id of the walk on which it was seen; empty for by chance.
        size: largest extent [m].
        count: how many.
        severity: 1 watch, 2 repair, 3 now.
        continues: id of the observation it goes on from.
        trend: against that one.
    """

    what: ObservedKind
    inspection: str = ""
    size: Annotated[float, Range("extent", Quantity.LENGTH, 0.0, 500.0)] = 0.0
    count: Annotated[int, Range("count", None, 1, 10000)] = 1
    severity: Severity = 1
    continues: str = ""
    trend: Trend = "new"


class Measured(Node, frozen=True, kw_only=True, tag_field="kind", tag="measured"):
    """A reading by hand: of a probe, a core cut, an infrared camera.

    Attributes:
        plane: what it was taken of.
        how: instrument or way.
        temperature: [°C].
        humidity: [-].
        wood: moisture as read [% by mass].
        species: of the wood.
        corrects: whether the meter corrects itself for temperature.
    """

    plane: str = ""
    how: str = ""
    temperature: Air | None = None
    humidity: Humidity | None = None
    wood: Moisture | None = None
    species: str = ""
    corrects: bool = False


class Left(Node, frozen=True, kw_only=True, tag_field="kind", tag="left"):
    """Work unfinished at the day's end.

    Attributes:
        what: it is.
        until: when it becomes a danger, year-month-day.
        closed: when it was done, year-month-day; empty while it is open.
    """

    what: str
    until: str = ""
    closed: str = ""


class Asked(Node, frozen=True, kw_only=True, tag_field="kind", tag="asked"):
    """What a crew would have to guess, or two sources that differ.

    Attributes:
        question: in words.
        first: a value, with who says so.
        second: another.
        used: which is used until one is confirmed: 1 or 2; 0 for none.
        answer: that settles it; empty while it is open.
        answered: by whom.
        to: who is to answer.
        by: when, year-month-day.
    """

    question: str
    first: str = ""
    second: str = ""
    used: Annotated[int, Range("value used", None, 0, 2)] = 0
    answer: str = ""
    answered: str = ""
    to: str = ""
    by: str = ""


class Issued(Node, frozen=True, kw_only=True, tag_field="kind", tag="issued"):
    """A drawing, question or variation that went out, with its number and revision."""

    matter: Matter
    number: str
    title: str
    revision: str = ""
    to: str = ""


class Happened(Node, frozen=True, kw_only=True, tag_field="kind", tag="happened"):
    """Something the roof went through that asks for a look.

    Attributes:
        event: ``gust``, ``hail``, ``trade`` (people or plant on the roof) or ``first-rain``.
        gust: largest [m/s]; None where nobody measured it.
    """

    event: Literal["gust", "hail", "trade", "first-rain"]
    gust: Wind | None = None


What = (
    Laid | Held | Tried | Deviated | Inspected | Observed | Measured | Left | Asked | Issued | Happened
)  # fmt: skip


class Entry(Node, frozen=True, kw_only=True):
    """An entry in the log; a correction names what it corrects, both stay.

    Attributes:
        id: of it.
        what: is recorded.
        spot: where.
        date: year-month-day.
        hour: of the day [h]; None where nobody said.
        who: wrote it.
        role: in which they did.
        text: whatever else there is to say.
        attachments: files that lie beside the project.
        corrects: id of the entry this one takes the place of.
    """

    id: str
    what: What
    spot: Spot = Spot()
    date: str
    hour: Annotated[float, Range("hour of the day", None, 0.0, 24.0)] | None = None
    who: str
    role: str = ""
    text: str = ""
    attachments: tuple[Attachment, ...] = ()
    corrects: str = ""


class OwnShare(Node, frozen=True, kw_only=True):
    """A share of the likelihood table that the project states otherwise.

    Attributes:
        sign: id of a sign or a test, or ``prior``.
        cause: id of a cause, or ``background``.
        value: share [-]; of a prior its weight.
        source: who says so.
    """

    sign: str
    cause: str
    value: Annotated[float, Range("share", None, 0.0, 1000.0)]
    source: str


class Case(Node, frozen=True, kw_only=True):
    """What was looked for in one wet roof, and found or not; what is in neither was not looked at.

    Attributes:
        area: id of the roof area.
        seen: ids of signs and of tests that came out.
        absent: ids of signs looked for and absent, and of tests that did not come out.
        note: whatever else there is to say.
    """

    area: str
    seen: tuple[str, ...] = ()
    absent: tuple[str, ...] = ()
    note: str = ""


class Warranty(Node, frozen=True, kw_only=True):
    """What a warranty covers, until when, and how often it demands a look.

    Attributes:
        name: of it.
        ends: year-month-day.
        months: between inspections it demands; 0 where it demands none.
        terms: in words.
    """

    name: str
    ends: str
    months: Annotated[int, Range("months", None, 0, 120)] = 0
    terms: str = ""


class Care(Node, frozen=True, kw_only=True):
    """What decides how often a roof is looked at.

    Attributes:
        area: id of the roof area.
        trees: whether leaves fall on it.
        overhung: whether branches or roots reach it.
        coated: whether a coating has to be measured.
        plant: whether people go there for plant or cooling.
        pipes: whether pipes or cooling run above its ceiling.
    """

    area: str
    trees: bool = False
    overhung: bool = False
    coated: bool = False
    plant: bool = False
    pipes: bool = False


class Log(Node, frozen=True, kw_only=True):
    """Everything on record.

    Attributes:
        completed: year-month-day; empty while it is being built.
        entries: in the order they were written.
        cases: of wet roofs.
        shares: of the likelihood table that are stated otherwise.
        warranties: of the job.
        care: by area.
        seed: of the simulated sensor and of drawn tables.
    """

    completed: str = ""
    entries: tuple[Entry, ...] = ()
    cases: tuple[Case, ...] = ()
    shares: tuple[OwnShare, ...] = ()
    warranties: tuple[Warranty, ...] = ()
    care: tuple[Care, ...] = ()
    seed: Annotated[int, Range("seed", None, 0, 2**31 - 1)] = 1
