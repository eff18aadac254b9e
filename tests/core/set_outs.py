# SPDX-License-Identifier: GPL-3.0-or-later
"""Roofs that are set out: for every rule about set-out one that trips it and one that just does not."""

from typing import Any

from msgspec.structs import replace

from glacis.core.model.covering import (
    DeckBoard,
    PanelProduct,
    Product,
    SheetProduct,
    SlatePiece,
    Tile,
)
from glacis.core.model.document import Project, RoofArea
from glacis.core.model.geometry import Opening
from glacis.core.model.layers import AirLayer, Framing, MembraneLayer, SolidLayer
from glacis.core.model.set_out import (
    EavesSection,
    Furring,
    FurringZone,
    MeasuredRun,
    MemberGrid,
    Outriggers,
    PanelRun,
    SetOut,
)
from glacis.core.set_out.found import SetOutRead, Stack
from glacis.core.set_out.shipped import products_of
from glacis.core.shape.openings import with_holes
from support import roof_project

TILE = Tile(
    id="tile", name="Tile", length=0.42, hang=0.385, headlap_least=0.075, headlap_most=0.105, cover_least=0.2,
    cover_most=0.206, verge_least=0.03, verge_most=0.06, least_pitch=25.0,
)  # fmt: skip
SLATE = SlatePiece(
    id="slate", name="Slate", length=0.5, width=0.25, lap=0.1, side_lap=0.09, least_pitch=25.0
)
METAL = SheetProduct(
    id="metal", name="Sheet", cover=0.5, coil_width=0.6, coil_mass=500.0, transport=12.0
)
PANEL = PanelProduct(id="panel", name="Panel", width=1.22, length=6.2, thickness=0.2)
SHIPPED = products_of(())
RAFTERS = Framing(material="softwood-dense", width=0.06, spacing=0.6)
LAYERS = (
    SolidLayer(id="lining", material="gypsum-board", thickness=0.0125),
    MembraneLayer(id="retarder", material="retarder-fixed-10"),
    SolidLayer(id="wool", material="stone-wool-batt", thickness=0.24, framing=RAFTERS),
    MembraneLayer(id="underlay", material="underlay-open"),
    AirLayer(id="vented", thickness=0.05, ventilation="well"),
    SolidLayer(id="cover", material="slate", thickness=0.008),
)


def laid(
    product: Product, *, pitch: float = 35.0, layer: str = "cover", deep: float = 5.0, **stated: Any
) -> Project:
    """A plane 10 m along its eaves, so deep in plan, of which a layer is laid of a product."""
    layers = tuple(
        replace(item, product=product.id) if item.id == layer else item for item in LAYERS
    )
    project = roof_project(*layers, pitch=pitch)
    outline = ((0.0, 0.0), (10.0, 0.0), (10.0, deep), (0.0, deep))
    area = replace(project.areas[0], outline=outline)
    return replace(
        project, areas=(area,), products=(product,), set_outs=(SetOut(area="a", **stated),)
    )  # fmt: skip


def lit(project: Project, at: tuple[float, float] = (5.0, 2.5)) -> Project:
    """With a roof window whose middle lies at a place in plan."""
    window = Opening(
        id="w", name="Window", kind="rooflight", area="a", at=at, width=0.8, length=1.2
    )
    return with_holes(replace(project, openings=(window,)))


def seen_from(product: str, area: RoofArea, **stated: Any) -> SetOutRead:
    """What the set-out of an area depends on, laid of a shipped product."""
    return SetOutRead(
        area, SetOut(area=area.id, **stated), (("cover", SHIPPED[product]),), (), Stack(0.6, 0.05, 0.15, 0.1, 0.04)
    )  # fmt: skip


def plane(*outline: tuple[float, float], pitch: float = 35.0, azimuth: float = 180.0) -> RoofArea:
    """A roof area by its corners in plan."""
    return RoofArea(
        id="a", name="Plane", outline=outline, pitch=pitch, azimuth=azimuth, level=3.0, assembly="b", zone="z"
    )  # fmt: skip


def decked(gap: float, spacing: float = 0.61) -> Project:
    """Deck sheets on members, the sheets laid with a gap."""
    board = DeckBoard(id="board", name="Board", length=4 * spacing, width=1.22, gap=gap)
    return laid(board, grid=MemberGrid(spacing=spacing, width=0.05))


def boarded(thick: float) -> Project:
    """Visible boards under a sheet of ``thick``, deep members above."""
    framed = SolidLayer(id="wool", material="stone-wool-batt", thickness=0.24, framing=RAFTERS)
    layers = (
        SolidLayer(id="boards", material="softwood-dense" if thick else "gypsum-board", thickness=0.02),
        SolidLayer(id="sheet", material="plywood", thickness=0.018), framed,
        SolidLayer(id="cover", material="slate", thickness=0.008),
    )  # fmt: skip
    return replace(roof_project(*layers, pitch=35), set_outs=(SetOut(area="a"),))


def hipped(product: Product) -> Project:
    """A plane between two hips that meet at its top."""
    project = laid(product)
    corners = ((0.0, 0.0), (10.0, 0.0), (5.0, 5.0))
    return replace(project, areas=(replace(project.areas[0], outline=corners),))


def eaved(**stated: Any) -> Project:
    """Tiles over stated eaves."""
    return laid(TILE, eaves=EavesSection(**stated))


WIDE_PANEL = replace(PANEL, width=1.108, growth=0.0035)


def long_row(excess: float, **stated: Any) -> Project:
    """Nine panels that end so far over the gable line."""
    each = (10.0 + excess - 9 * WIDE_PANEL.width) / 8
    reach = 5 * WIDE_PANEL.width + 4 * each
    row = PanelRun(measured=(MeasuredRun(laid=5, bottom=reach, top=reach),), **stated)
    return laid(WIDE_PANEL, layer="wool", panels=row)


def rigged(**stated: Any) -> Project:
    """Outriggers along the eaves of tiles, boards of 560 mm on trusses of 600."""
    grid = MemberGrid(spacing=0.6, width=0.045)
    return laid(TILE, grid=grid, outriggers=Outriggers(**stated))


def furred(least: float) -> Project:
    """Two zones of a deck planed out with so much furring at least."""
    zones = (FurringZone(deck=0.018), FurringZone(deck=0.024))
    return laid(TILE, furring=Furring(zones=zones, least=least))


TIGHT = replace(TILE, headlap_most=0.0751)
SET_OUT_TRIPS: dict[str, Project] = {
    "set-out.fault": laid(replace(TILE, length=7.0, hang=6.9)),
    "set-out.gauge": laid(TIGHT),
    "set-out.window": lit(laid(TILE), (5.0, 2.6)),
    "set-out.sliver": hipped(TILE),
    "set-out.across": laid(replace(TILE, cover_least=0.35, cover_most=0.35, verge_most=0.03)),
    "set-out.pitch": laid(TILE, pitch=24.0),
    "set-out.side-lap": laid(replace(SLATE, side_lap=0.13)),
    "set-out.coil": laid(replace(METAL, coil_mass=15.0)),
    "set-out.end-laps": laid(replace(METAL, transport=4.0)),
    "set-out.panels": long_row(0.02),
    "set-out.panels-short": long_row(-0.02),
    "set-out.foam": long_row(0.0, temperature=2.0),
    "set-out.birdsmouth": eaved(seat=0.15),
    "set-out.creep": decked(0.003),
    "set-out.visible": boarded(0.02),
    "set-out.hold-down": rigged(overhang=0.6),
    "set-out.blocks": rigged(start=0.3, board=0.56),
    "set-out.thin-furring": furred(0.014),
}
SET_OUT_NEAR: dict[str, Project] = {
    "set-out.fault": laid(TILE),
    "set-out.gauge": laid(replace(TILE, headlap_most=0.1)),
    "set-out.window": laid(TILE),
    "set-out.sliver": laid(TILE),
    "set-out.across": laid(TILE),
    "set-out.pitch": laid(TILE, pitch=25.0),
    "set-out.side-lap": laid(replace(SLATE, side_lap=0.125)),
    "set-out.coil": laid(replace(METAL, coil_mass=25.0)),
    "set-out.end-laps": laid(replace(METAL, transport=6.2)),
    "set-out.panels": long_row(0.0099),
    "set-out.panels-short": long_row(-0.0099),
    "set-out.foam": long_row(0.0, temperature=5.0),
    "set-out.birdsmouth": eaved(seat=0.139),
    "set-out.creep": decked(0.0),
    "set-out.visible": boarded(0.0),
    "set-out.hold-down": rigged(overhang=0.05, uplift=0.0, tip=0.0, dead=0.0, snow=0.0),
    "set-out.blocks": rigged(start=0.002, board=0.56),
    "set-out.thin-furring": furred(0.015),
}
