# SPDX-License-Identifier: GPL-3.0-or-later
"""Where a starting build-up has to work, and the parts of it that several approaches share."""

from msgspec import Struct

from glacis.core.model.layers import AirLayer, Framing, Layer, MembraneLayer, SolidLayer

RAFTERS = Framing(material="softwood-dense", width=0.06, spacing=0.6, allowance=0.01)
COUNTER_BATTENS = Framing(material="softwood-dense", width=0.06, spacing=0.6)
SERVICE_BATTENS = Framing(material="softwood-dense", width=0.06, spacing=0.4)


class Setting(Struct, frozen=True):
    """What a starting build-up is made for.

    Attributes:
        pitch: of the area [°].
        wet: whether the rooms below are wet.
        frost: whether the coldest month is below 0 °C.
        lining: material and thickness [m] of a lining to keep; None takes gypsum board.
        covering: material and thickness [m] of a small-unit or metal covering to keep.
        sheet: material of a waterproofing sheet to keep; empty takes one.
        rafters: members to keep; None takes common ones.
        between: material of insulation between members to keep; empty takes stone wool.
        rain: of a year [mm].
        inward: whether vapour comes from outside, over the year or so that it condenses in a month.
        pressing: whether rooms press so much vapour outwards that a barrier is wanted.
        sweats: whether outside air condenses at the rooms' temperature in some month.
    """

    pitch: float
    wet: bool = False
    frost: bool = False
    lining: tuple[str, float] | None = None
    covering: tuple[str, float] | None = None
    sheet: str = ""
    rafters: Framing | None = None
    between: str = ""
    rain: float = 0.0
    inward: bool = False
    pressing: bool = False
    sweats: bool = False

    @property
    def tight(self) -> bool:
        """Whether a barrier is wanted inside."""
        return self.wet or self.pressing

    @property
    def framing(self) -> Framing:
        """Rafters or joists."""
        return self.rafters or RAFTERS


def sheet(identifier: str, material: str) -> MembraneLayer:
    """A membrane of a material."""
    return MembraneLayer(id=identifier, material=material)


def board(identifier: str, material: str, thickness: float) -> SolidLayer:
    """A board or plank."""
    return SolidLayer(id=identifier, material=material, thickness=thickness)


def sealed_board(identifier: str, material: str, thickness: float) -> SolidLayer:
    """A board with its joints taped: an air layer."""
    return SolidLayer(id=identifier, material=material, thickness=thickness, sealed=True)


def two_boards(identifier: str, material: str, thickness: float) -> SolidLayer:
    """Insulation in two boards with their joints staggered."""
    return SolidLayer(
        id=identifier, material=material, thickness=thickness, boards=2, staggered=True
    )


def lining(setting: Setting) -> SolidLayer:
    """The inner lining."""
    material, thickness = setting.lining or ("gypsum-board", 0.0125)
    return board("lining", material, thickness)


def between(setting: Setting, thickness: float, material: str = "") -> SolidLayer:
    """Insulation between members."""
    chosen = material or setting.between or "stone-wool-batt"
    return SolidLayer(id="between", material=chosen, thickness=thickness, framing=setting.framing)


def inner_control(setting: Setting) -> MembraneLayer:
    """Air and vapour control of a framed roof: a barrier over wet rooms, else a retarder.

    Where vapour comes from outside it is an air layer alone.
    """
    if setting.inward:
        return sheet("control", "airtight-paper")
    return sheet("control", "aluminium-foil-barrier" if setting.tight else "retarder-fixed-10")


def deck_control(setting: Setting) -> MembraneLayer:
    """Air and vapour control on a deck: with aluminium over wet rooms, or an air layer alone
    where vapour comes from outside.
    """
    if setting.inward:
        return sheet("control", "underlay-open-taped")
    return sheet(
        "control", "bitumen-aluminium-cold" if setting.wet else "self-adhered-bitumen-barrier"
    )


def service_void() -> AirLayer:
    """A void for cables inside the air layer."""
    return AirLayer(id="service-void", thickness=0.04, framing=SERVICE_BATTENS)


def covering_for(setting: Setting) -> SolidLayer:
    """A covering that the pitch allows; one to keep where it does."""
    if setting.covering is not None:
        return board("covering", *setting.covering)
    if setting.pitch >= 22:
        return board("covering", "slate", 0.008)
    if setting.pitch >= 17.5:
        return board("covering", "concrete-tile", 0.015)
    return board("covering", "steel-sheet", 0.0007)


def vented_skin(setting: Setting) -> tuple[Layer, ...]:
    """Breather underlay, counter-battens with air, covering."""
    depth = 0.04 if setting.pitch >= 5 else 0.16
    air = AirLayer(id="vented-air", thickness=depth, ventilation="well", framing=COUNTER_BATTENS)
    underlay = "bitumen-aluminium-cold" if setting.inward else "underlay-open"
    return (sheet("underlay", underlay), air, covering_for(setting))


def waterproofing(setting: Setting) -> MembraneLayer:
    """A sheet that holds water off, over what stands a flame."""
    return sheet("sheet", setting.sheet or "bitumen-two-ply")


def cold_waterproofing(setting: Setting) -> MembraneLayer:
    """A sheet laid without flame, over timber; one to keep where it is of plastic."""
    kept = setting.sheet and not setting.sheet.startswith("bitumen")
    return sheet("sheet", setting.sheet if kept else "bitumen-two-ply-cold")
