# SPDX-License-Identifier: GPL-3.0-or-later
"""The project document: one tree of frozen values; a change makes a new document."""

from typing import Annotated, Literal

from glacis.core.model.air import Air, TableValue
from glacis.core.model.covering import Product
from glacis.core.model.edge_detail import Wall
from glacis.core.model.falls import Falls
from glacis.core.model.fixings import AreaFixings, Evidence, PullOut
from glacis.core.model.geometry import STEEPEST, Dormer, Footprint, Grown, Hole, Level, Opening
from glacis.core.model.hourly import Hourly
from glacis.core.model.junctions import Answer, ContactRule, HandPiece, StatedJunction
from glacis.core.model.layers import PHYSICS, THICKEST_LAYER, HeatFlow, Layer
from glacis.core.model.log import Log
from glacis.core.model.node import Node
from glacis.core.model.order import Order
from glacis.core.model.probe import Probe
from glacis.core.model.quantities import Quantities
from glacis.core.model.saw import Saw
from glacis.core.model.set_out import SetOut
from glacis.core.model.traits import Trait
from glacis.core.model.weather import Weather
from glacis.core.model.wind import Wind
from glacis.core.units.quantities import Quantity, System
from glacis.core.units.ranges import Range

Use = Literal[
    "store",
    "dwelling",
    "work",
    "wet",
    "school",
    "sports",
    "workshop",
    "laboratory",
    "kitchen",
    "laundry",
    "pool",
    "plant",
    "unheated",
    "cold-store",
    "freezer",
]
ApproachId = Literal[
    "cold-ventilated-attic",
    "cold-ventilated-slope",
    "warm-over-rafter",
    "warm-between-and-over",
    "warm-deck",
    "inverted",
    "compact-foam-under-deck",
    "hybrid",
    "all-outside",
    "nail-base",
    "structural-panel",
    "ventilated-over-roof",
    "dense-pack",
    "sprayed-foam",
    "planted",
    "buried",
]


Fixing = Literal["unstated", "none", "counted"]


Method = Literal["combined", "parallel", "isothermal"]
WEATHER = "our judgement: wider than any monthly mean or design day on record"
AIR = Quantity.AIR_LAYER
MATTER = "our judgement: wider than any building material; families state narrower bounds"
Conductivity = Annotated[float, Range("conductivity", Quantity.CONDUCTIVITY, 0.001, 500.0, MATTER)]

Price = Annotated[float, Range("price", None, 0.0, 1e7, "our judgement: no material costs more")]
Footed = Annotated[
    float, Range("carbon", None, -1e3, 1e3, "our judgement: no material gives off or binds more")
]


class Climate(Node, frozen=True, kw_only=True):
    """Monthly means of the outside air, January first.

    Attributes:
        temperature: twelve monthly mean temperatures [°C].
        humidity: twelve monthly mean relative humidities [-], above 0 to 1.
        design_winter: outside temperature of the winter design day [°C].
        design_summer: outside temperature of the summer design day [°C].
        rain: twelve monthly sums of rain [mm]; empty where nobody stated them.
        source: where the figures come from.
    """

    temperature: tuple[
        Annotated[float, Range("temperature", Quantity.TEMPERATURE, -60.0, 60.0, WEATHER)], ...
    ]
    humidity: tuple[Annotated[float, Range("humidity", Quantity.HUMIDITY, 0.01, 1.0, PHYSICS)], ...]
    design_winter: Annotated[
        float, Range("winter design day", Quantity.TEMPERATURE, -70.0, 40.0, WEATHER)
    ]
    design_summer: Annotated[
        float, Range("summer design day", Quantity.TEMPERATURE, -20.0, 60.0, WEATHER)
    ]
    rain: tuple[Annotated[float, Range("rain", Quantity.RAIN, 0.0, 3000.0, WEATHER)], ...] = ()
    source: str = ""


class Site(Node, frozen=True, kw_only=True):
    """Where the building stands.

    Attributes:
        name: of the site.
        note: what its weather is like.
        elevation: above sea level [m].
        climate: its monthly means.
        latitude: north positive [°].
        wind: mean speed at the eaves [m/s].
        wind_from: where it mostly comes from, clockwise from north [°].
        sheltered: whether trees or buildings take most of it.
        sun: on a roof on a clear summer noon [W/m²].
        snow: depth that lies for days on the roof [m]; 0 for none.
        longitude: east positive [°].
        clock: how far it runs before universal time [h].
        weather: where the hours of its air come from.
    """

    name: str
    climate: Climate
    note: str = ""
    elevation: Annotated[float, Range("elevation", Quantity.LENGTH, -500.0, 9000.0, PHYSICS)] = 0.0
    latitude: Annotated[float, Range("latitude", Quantity.ANGLE, -90.0, 90.0, PHYSICS)] = 50.0
    wind: Annotated[float, Range("wind", Quantity.SPEED, 0.0, 40.0, WEATHER)] = 3.0
    wind_from: Annotated[float, Range("wind from", Quantity.ANGLE, 0.0, 360.0, PHYSICS)] = 225.0
    sheltered: bool = False
    sun: Annotated[float, Range("sun", Quantity.HEAT_FLUX, 0.0, 1400.0, PHYSICS)] = 900.0
    snow: Annotated[float, Range("snow", Quantity.THICKNESS, 0.0, 10.0, WEATHER)] = 0.0
    longitude: Annotated[float, Range("longitude", Quantity.ANGLE, -180.0, 180.0, PHYSICS)] = 0.0
    clock: Annotated[float, Range("clock", Quantity.CLOCK, -14.0, 14.0, PHYSICS)] = 0.0
    weather: Weather = Weather()


class HumidityClass(Node, frozen=True, kw_only=True, tag_field="kind", tag="class"):
    """Indoor moisture by humidity class 1 to 5 (ISO 13788:2012, annex A)."""

    number: Annotated[int, Range("humidity class", None, 1, 5, "ISO 13788:2012, annex A")]


class SetPoint(Node, frozen=True, kw_only=True, tag_field="kind", tag="set-point"):
    """Indoor air held at a relative humidity [-] the year round."""

    humidity: Annotated[float, Range("humidity", Quantity.HUMIDITY, 0.01, 1.0, PHYSICS)]


class Zone(Node, frozen=True, kw_only=True):
    """A group of rooms under the roof with one indoor climate.

    Attributes:
        id: of the zone.
        name: as people call it.
        use: what the rooms are for; wet rooms expect a vapour control layer.
        temperature: indoor air temperature, in winter where it differs by month [°C].
        humidity: how humid the indoor air is.
        temperatures: twelve monthly means [°C], January first; empty where it is the same all year.
        humidities: twelve monthly relative humidities [-] held in the place of ``humidity``; empty for
            none.
    """

    id: str
    name: str
    use: Use
    temperature: Annotated[float, Range("temperature", Quantity.TEMPERATURE, -40.0, 60.0)]
    humidity: HumidityClass | SetPoint
    temperatures: tuple[
        Annotated[float, Range("temperature", Quantity.TEMPERATURE, -40.0, 60.0)], ...
    ] = ()
    humidities: tuple[
        Annotated[float, Range("humidity", Quantity.HUMIDITY, 0.01, 1.0, PHYSICS)], ...
    ] = ()

    @property
    def year(self) -> tuple[float, ...]:
        """Twelve monthly temperatures [°C]."""
        return self.temperatures or (self.temperature,) * 12


class FixingSet(Node, frozen=True, kw_only=True):
    """Fixings that pass through an insulation layer.

    Attributes:
        layer: id of the outermost insulation layer they pass through, on their way in through all
            insulation down to the structure; empty begins outside the main one.
        conductivity: of the shaft [W/(m·K)].
        diameter: of the shaft [m].
        per_area: number to the square metre [1/m²].
        recess: how deep the metal is sunk below the outer face in a plastic tube [m].
    """

    layer: str = ""
    conductivity: Annotated[
        float, Range("conductivity of fixings", Quantity.CONDUCTIVITY, 0.1, 400.0)
    ] = 50.0
    diameter: Annotated[float, Range("diameter of fixings", Quantity.THICKNESS, 0.001, 0.03)] = (
        0.0048
    )
    per_area: Annotated[float, Range("number of fixings", Quantity.COUNT_AREA, 0.0, 50.0)] = 4.0
    recess: Annotated[
        float, Range("recess of fixings", Quantity.THICKNESS, 0.0, THICKEST_LAYER)
    ] = 0.0


class Imperfections(Node, frozen=True, kw_only=True):
    """What makes a roof lose more than its clear field (ISO 6946:2017, annex F).

    Attributes:
        voids: level of air voids in the insulation, 0 to 2; in all of its layers but those with
            staggered joints.
        fixing: whether fixings are counted, known to be none, or nobody stated them.
        fixings: what they are, where counted.
        others: more of them, other shafts or other insulation passed; their additions sum up.
        rain_factor: f·x of the covering over inverted insulation [W·day/(m²·K·mm)]; None takes what
            follows from the layers.
        leave_out_small: whether corrections below 3 % in all are left out, as the standard lets.
    """

    voids: Annotated[int, Range("level of air voids", None, 0, 2, "ISO 6946:2017, annex F")] = 0
    fixing: Fixing = "unstated"
    fixings: FixingSet = FixingSet()
    others: tuple[FixingSet, ...] = ()
    rain_factor: (
        Annotated[float, Range("rain factor", None, 0.0, 0.1, "ISO 6946:2017, F.4")] | None
    ) = None
    leave_out_small: bool = False


class Assembly(Node, frozen=True, kw_only=True):
    """The build-up of an area, its layers listed from inside to outside.

    Attributes:
        id: of the assembly.
        name: as people call it.
        approach: which school it follows.
        layers: from inside to outside.
        surface_inside: R_si [m²·K/W] where national rules give another; None for the standard's.
        surface_outside: R_se [m²·K/W], likewise.
        imperfections: air voids, fixings and rain that raise U.
        note: free text.
    """

    id: str
    name: str
    approach: ApproachId
    layers: tuple[Layer, ...]
    surface_inside: Annotated[float, Range("R_si", Quantity.RESISTANCE, 0.0, 1.0)] | None = None
    surface_outside: Annotated[float, Range("R_se", Quantity.RESISTANCE, 0.0, 1.0)] | None = None
    imperfections: Imperfections = Imperfections()
    note: str = ""


class RoofArea(Node, frozen=True, kw_only=True):
    """One plane or one low-slope field.

    Attributes:
        id: of the area.
        name: as people call it.
        outline: corners in plan [m], anticlockwise.
        pitch: slope from horizontal [°], 0 to 85; what is steeper is a wall.
        azimuth: direction the plane faces, clockwise from north [°].
        level: of its lowest edge [m].
        assembly: id of its assembly.
        zone: id of the zone below.
        target_u: U to meet [W/(m²·K)]; None takes the project's.
        eaves_width: of the strip along the eaves where the insulation is squeezed [m]; 0 for none.
        eaves_thickness: of the main insulation in that strip [m].
        holes: parts of it that are none: courtyards, openings, dormers.
        grown: where its plane comes from; None where it stands for itself.
        heat_flow: direction that surface resistances and air layers are taken for; by climate it
            is down where the rooms are colder than the yearly mean outside.
    """

    id: str
    name: str
    outline: tuple[tuple[float, float], ...]
    pitch: Annotated[float, Range("pitch", Quantity.ANGLE, 0.0, STEEPEST)]
    azimuth: Annotated[float, Range("azimuth", Quantity.ANGLE, -360.0, 720.0, PHYSICS)]
    level: Level
    assembly: str
    zone: str
    target_u: Annotated[float, Range("target U", Quantity.TRANSMITTANCE, 0.01, 10.0)] | None = None
    eaves_width: Annotated[float, Range("width of the eaves strip", Quantity.LENGTH, 0.0, 10.0)] = (
        0.0
    )
    eaves_thickness: Annotated[
        float, Range("insulation at the eaves", Quantity.THICKNESS, 0.0, THICKEST_LAYER)
    ] = 0.0
    holes: tuple[Hole, ...] = ()
    grown: Grown | None = None
    heat_flow: HeatFlow = "by-climate"


class Material(Node, frozen=True, kw_only=True):
    """A material or membrane with its design values and where they come from.

    Attributes:
        id: of the material.
        name: generic, never a brand.
        family: id of its family, which sets hatch and physical bounds.
        conductivity: design thermal conductivity [W/(m·K)].
        claimed: conductivity that somebody claims, where another is used [W/(m·K)].
        curve: pairs of mean temperature [°C] and conductivity [W/(m·K)], rising in
            temperature, for foams that lose resistance in the cold; empty for others.
        density: [kg/m³].
        heat_capacity: specific heat capacity [J/(kg·K)].
        mu_dry: vapour resistance factor, dry cup [-]; None for a membrane.
        mu_wet: the same, wet cup.
        sd_dry: equivalent air layer thickness of a membrane [m], dry cup; None for a solid.
        sd_wet: the same, wet cup.
        thicknesses: what can be bought [m]; for a membrane its one thickness.
        roles: what it can do in an assembly.
        traits: what rules must know of it beside its figures.
        sd_facings: s_d that the facings of a board add to its core [m].
        laps: square metres of it that are laid to a square metre of roof [-].
        least_pitch: least slope as a covering [°]; None where it is none.
        fire: reaction to fire class, indicative.
        purpose: what it is for.
        vapour_note: how it treats vapour.
        cost: least and most price, per cubic metre or per square metre of a membrane.
        carbon: least and most global warming potential A1 to A3 [kg CO2e/kg].
        source: where the values come from.
    """

    id: str
    name: str
    family: str
    conductivity: Conductivity
    density: Annotated[float, Range("density", Quantity.DENSITY, 0.5, 25000.0, MATTER)]
    heat_capacity: Annotated[
        float, Range("heat capacity", Quantity.HEAT_CAPACITY, 50.0, 5000.0, MATTER)
    ]
    claimed: Conductivity | None = None
    curve: tuple[tuple[float, float], ...] = ()
    mu_dry: Annotated[float, Range("μ, dry cup", None, 0.0, 1e7, MATTER)] | None = None
    mu_wet: Annotated[float, Range("μ, wet cup", None, 0.0, 1e7, MATTER)] | None = None
    sd_dry: Annotated[float, Range("s_d, dry cup", AIR, 0.0, 1e7, MATTER)] | None = None
    sd_wet: Annotated[float, Range("s_d, wet cup", AIR, 0.0, 1e7, MATTER)] | None = None
    thicknesses: tuple[
        Annotated[float, Range("thickness sold", Quantity.THICKNESS, 1e-5, THICKEST_LAYER)], ...
    ] = ()
    roles: tuple[str, ...] = ()
    traits: tuple[Trait, ...] = ()
    sd_facings: Annotated[float, Range("s_d of the facings", AIR, 0.0, 1e7, MATTER)] = 0.0
    laps: Annotated[float, Range("laps", None, 1.0, 5.0)] = 1.0
    least_pitch: (
        Annotated[float, Range("least pitch", Quantity.ANGLE, 0.0, 90.0, PHYSICS)] | None
    ) = None
    fire: str = ""
    purpose: str = ""
    vapour_note: str = ""
    cost: tuple[Price, Price] = (0.0, 0.0)
    carbon: tuple[Footed, Footed] = (0.0, 0.0)
    source: str = ""

    @property
    def is_membrane(self) -> bool:
        """Whether vapour resistance is given for the sheet rather than per metre."""
        return self.sd_dry is not None


class Targets(Node, frozen=True, kw_only=True):
    """What the roof must reach.

    Attributes:
        u_value: the most heat it may lose [W/(m²·K)].
        condensate: the most condensate where water can run or drip [kg/m²].
        surface_humidity: critical surface humidity for mould [-].
        excess_margin: factor on the indoor vapour excess of a humidity class [-].
        heat_price: what a kilowatt hour of heat costs [per kWh].
        heat_carbon: what it gives off [kg CO2e/kWh].
        method: how paths are averaged to U: combined (ISO 6946), parallel paths or isothermal
            planes (US practice).
    """

    u_value: Annotated[float, Range("target U", Quantity.TRANSMITTANCE, 0.01, 10.0)] = 0.18
    condensate: Annotated[float, Range("target condensate", Quantity.CONDENSATE, 0.0, 10.0)] = 0.2
    surface_humidity: Annotated[
        float, Range("critical surface humidity", Quantity.HUMIDITY, 0.1, 1.0, PHYSICS)
    ] = 0.8
    excess_margin: Annotated[float, Range("vapour excess margin", None, 0.5, 2.0)] = 1.1
    heat_price: Annotated[float, Range("price of heat", Quantity.PRICE_HEAT, 0.0, 10.0)] = 0.12
    heat_carbon: Annotated[float, Range("carbon of heat", Quantity.CARBON_HEAT, 0.0, 5.0)] = 0.2
    method: Method = "combined"


class Decision(Node, frozen=True, kw_only=True):
    """A recorded choice: who decided what, in which role, when and why.

    Attributes:
        id: of the decision.
        subject: what was decided.
        who: decided it.
        role: in which they did.
        date: as year-month-day.
        reason: why.
        rule: id of the rule whose finding it accepts; empty for other decisions.
        area: id of the roof area of that finding; empty where it lies on none.
        place: where that finding lies, as the key of its place; empty in files of versions that
            kept the area only.
        fits: what the finding said when it was accepted, without its figures where those are kept; where
            it says something else the decision no longer fits and the finding is open again.
        severity: of the finding when it was accepted; empty in files of versions that kept its words only.
        figures: how bad it was then, by its figures in SI units.
    """

    id: str
    subject: str
    who: str
    role: str
    date: str
    reason: str
    rule: str = ""
    area: str = ""
    place: str = ""
    fits: str = ""
    severity: str = ""
    figures: tuple[float, ...] = ()


class Variant(Node, frozen=True, kw_only=True):
    """A named alternative to an assembly of the project."""

    id: str
    name: str
    replaces: str
    assembly: Assembly


class Project(Node, frozen=True, kw_only=True):
    """Everything the user has stated about one job."""

    name: str
    site: Site
    number: str = ""
    author: str = ""
    client: str = ""
    note: str = ""
    units: System = "si"
    targets: Targets = Targets()
    zones: tuple[Zone, ...] = ()
    areas: tuple[RoofArea, ...] = ()
    footprints: tuple[Footprint, ...] = ()
    dormers: tuple[Dormer, ...] = ()
    openings: tuple[Opening, ...] = ()
    falls: tuple[Falls, ...] = ()
    airs: tuple[Air, ...] = ()
    hourlies: tuple[Hourly, ...] = ()
    probes: tuple[Probe, ...] = ()
    set_outs: tuple[SetOut, ...] = ()
    products: tuple[Product, ...] = ()
    junctions: tuple[StatedJunction, ...] = ()
    hand_pieces: tuple[HandPiece, ...] = ()
    answers: tuple[Answer, ...] = ()
    contacts: tuple[ContactRule, ...] = ()
    walls: tuple[Wall, ...] = ()
    wind: Wind = Wind()
    fixings: tuple[AreaFixings, ...] = ()
    pull_outs: tuple[PullOut, ...] = ()
    evidence: tuple[Evidence, ...] = ()
    quantities: Quantities = Quantities()
    order: Order = Order()
    log: Log = Log()
    saw: Saw = Saw()
    air_values: tuple[TableValue, ...] = ()
    assemblies: tuple[Assembly, ...] = ()
    materials: tuple[Material, ...] = ()
    decisions: tuple[Decision, ...] = ()
    variants: tuple[Variant, ...] = ()
