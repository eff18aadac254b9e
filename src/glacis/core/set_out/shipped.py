# SPDX-License-Identifier: GPL-3.0-or-later
"""Products that everybody begins with: generic sizes, none of them anybody's own."""

from glacis.core.model.covering import (
    DeckBoard,
    PanelProduct,
    Product,
    RollProduct,
    SheetProduct,
    ShingleStrip,
    SlatePiece,
    Tile,
)

USUAL = "usual size, our judgement; the product's own approval outranks it"

SHIPPED: tuple[Product, ...] = (
    Tile(
        id="tile-interlocking", name="Interlocking tile, clay", length=0.42, hang=0.385,
        headlap_least=0.075, headlap_most=0.105, cover_least=0.2, cover_most=0.206,
        verge_least=0.03, verge_most=0.06, mass=3.3, least_pitch=25.0, source=USUAL,
    ),
    Tile(
        id="tile-flat-broken", name="Interlocking flat tile, broken bond", length=0.42, hang=0.38,
        headlap_least=0.075, headlap_most=0.12, cover_least=0.297, cover_most=0.303,
        verge_least=0.03, verge_most=0.06, bond="broken", mass=4.9, least_pitch=22.0, source=USUAL,
    ),
    SlatePiece(
        id="slate-500-250", name="Slate 500 × 250", length=0.5, width=0.25, lap=0.1, mass=1.7,
        side_lap=0.09, least_pitch=25.0, source=USUAL,
    ),
    SlatePiece(
        id="slate-400-200", name="Slate 400 × 200", length=0.4, width=0.2, lap=0.09, mass=1.1,
        side_lap=0.08, nailing="head", least_pitch=30.0, source=USUAL,
    ),
    SlatePiece(
        id="plain-tile", name="Plain tile 265 × 165", length=0.265, width=0.165, lap=0.065, mass=1.2,
        side_lap=0.055, nailing="head", least_pitch=35.0, source=USUAL,
    ),
    ShingleStrip(
        id="shingle-strip", name="Bitumen shingle strip", width=1.0, exposure=0.145, offset=0.167,
        mass=1.25, least_pitch=15.0, source=USUAL,
    ),
    SheetProduct(
        id="sheet-seam", name="Standing seam, formed from coil", cover=0.53, step=0.0, transport=12.0,
        coil_width=0.6, coil_mass=500.0, least_pitch=5.0, source=USUAL,
    ),
    SheetProduct(
        id="sheet-rib", name="Ribbed sheet, screwed through its face", cover=0.914, step=0.05, transport=10.0,
        end_lap=0.2, fixing="exposed", thickness=0.0005, least_pitch=10.0, source=USUAL,
    ),
    RollProduct(
        id="roll-underlay", name="Underlay, rolls 1.5 m wide", width=1.5, length=50.0,
        headlaps=((0.0, 0.225), (15.0, 0.15), (35.0, 0.1)), source=USUAL,
    ),
    RollProduct(
        id="roll-membrane", name="Roofing sheet, rolls 1 m wide", width=1.0, length=10.0,
        headlaps=((0.0, 0.1),), side_lap=0.15, source=USUAL,
    ),
    PanelProduct(
        id="panel-1220", name="Structural panel 1220 wide", width=1.22, length=4.8, thickness=0.21,
        mass=110.0, source=USUAL,
    ),
    PanelProduct(
        id="panel-1200", name="Structural panel 1200 wide", width=1.2, length=6.0, thickness=0.25,
        growth=0.0015, mass=150.0, source=USUAL,
    ),
    DeckBoard(
        id="deck-2440", name="Deck sheet 2440 × 1220", length=2.44, width=1.22, gap=0.003, mass=32.0, source=USUAL,
    ),
    DeckBoard(
        id="deck-2500", name="Deck board 2500 × 675, tongued", length=2.5, width=0.675, gap=0.0, mass=24.0,
        source=USUAL,
    ),
)  # fmt: skip
"""Products by kind; each source is our judgement of a usual size."""


def products_of(own: tuple[Product, ...]) -> dict[str, Product]:
    """All products that a project may use, by id; its own outrank those that are shipped."""
    return {product.id: product for product in (*SHIPPED, *own)}
