"""The project document: one tree of frozen values; a change makes a new document."""

from typing import Literal

from glacis.core.model.geometry import Dormer, Footprint, Grown, Hole, Opening
from glacis.core.model.layers import Layer
from glacis.core.model.node import Node
from glacis.core.units.quantities import System

Use = Literal["store", "dwelling", "work", "wet"]
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

    temperature: tuple[float, ...]
    humidity: tuple[float, ...]
    design_winter: float
    design_summer: float
    rain: tuple[float, ...] = ()
    source: str = ""


class Site(Node, frozen=True, kw_only=True):
    """Where the building stands.

    Attributes:
        name: of the site.
        note: what its weather is like.
        elevation: above sea level [m].
        climate: its monthly means.
    """

    name: str
    climate: Climate
    note: str = ""
    elevation: float = 0.0


class HumidityClass(Node, frozen=True, kw_only=True, tag_field="kind", tag="class"):
    """Indoor moisture by humidity class 1 to 5 (ISO 13788:2012, annex A)."""

    number: int


class SetPoint(Node, frozen=True, kw_only=True, tag_field="kind", tag="set-point"):
    """Indoor air held at a relative humidity [-] the year round."""

    humidity: float


class Zone(Node, frozen=True, kw_only=True):
    """A group of rooms under the roof with one indoor climate.

    Attributes:
        id: of the zone.
        name: as people call it.
        use: what the rooms are for; wet rooms expect a vapour control layer.
        temperature: indoor air temperature [°C].
        humidity: how humid the indoor air is.
    """

    id: str
    name: str
    use: Use
    temperature: float
    humidity: HumidityClass | SetPoint


class FixingSet(Node, frozen=True, kw_only=True):
    """Fixings that pass through an insulation layer.

    Attributes:
        layer: id of the insulation layer they pass through; empty takes the main one.
        conductivity: of the shaft [W/(m·K)].
        diameter: of the shaft [m].
        per_area: number to the square metre [1/m²].
        recess: how deep the metal is sunk below the outer face in a plastic tube [m].
    """

    layer: str = ""
    conductivity: float = 50.0
    diameter: float = 0.0048
    per_area: float = 4.0
    recess: float = 0.0


class Imperfections(Node, frozen=True, kw_only=True):
    """What makes a roof lose more than its clear field (ISO 6946:2017, annex F).

    Attributes:
        voids: level of air voids in the main insulation, 0 to 2.
        fixing: whether fixings are counted, known to be none, or nobody stated them.
        fixings: what they are, where counted.
        rain_factor: f·x of the covering over inverted insulation [W·day/(m²·K·mm)].
        leave_out_small: whether corrections below 3 % in all are left out, as the standard lets.
    """

    voids: int = 0
    fixing: Fixing = "unstated"
    fixings: FixingSet = FixingSet()
    rain_factor: float = 0.04
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
    surface_inside: float | None = None
    surface_outside: float | None = None
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
    """

    id: str
    name: str
    outline: tuple[tuple[float, float], ...]
    pitch: float
    azimuth: float
    level: float
    assembly: str
    zone: str
    target_u: float | None = None
    eaves_width: float = 0.0
    eaves_thickness: float = 0.0
    holes: tuple[Hole, ...] = ()
    grown: Grown | None = None


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
    conductivity: float
    density: float
    heat_capacity: float
    claimed: float | None = None
    curve: tuple[tuple[float, float], ...] = ()
    mu_dry: float | None = None
    mu_wet: float | None = None
    sd_dry: float | None = None
    sd_wet: float | None = None
    thicknesses: tuple[float, ...] = ()
    roles: tuple[str, ...] = ()
    least_pitch: float | None = None
    fire: str = ""
    purpose: str = ""
    vapour_note: str = ""
    cost: tuple[float, float] = (0.0, 0.0)
    carbon: tuple[float, float] = (0.0, 0.0)
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

    u_value: float = 0.18
    condensate: float = 0.2
    surface_humidity: float = 0.8
    excess_margin: float = 1.1
    heat_price: float = 0.12
    heat_carbon: float = 0.2
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
        fits: what the finding said when it was accepted; where it says something else the
            decision no longer fits and the finding is open again.
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
    note: str = ""
    units: System = "si"
    targets: Targets = Targets()
    zones: tuple[Zone, ...] = ()
    areas: tuple[RoofArea, ...] = ()
    footprints: tuple[Footprint, ...] = ()
    dormers: tuple[Dormer, ...] = ()
    openings: tuple[Opening, ...] = ()
    assemblies: tuple[Assembly, ...] = ()
    materials: tuple[Material, ...] = ()
    decisions: tuple[Decision, ...] = ()
    variants: tuple[Variant, ...] = ()
