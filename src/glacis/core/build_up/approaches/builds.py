# SPDX-License-Identifier: GPL-3.0-or-later
"""The layers each approach starts from, inside to outside, adapted to their setting.

Thicknesses are first guesses; they are solved for the target afterwards.
"""

from msgspec.structs import replace

from glacis.core.build_up.approaches.setting import (
    Setting,
    between,
    board,
    cold_waterproofing,
    covering_for,
    deck_control,
    inner_control,
    lining,
    sealed_board,
    service_void,
    sheet,
    two_boards,
    vented_skin,
    waterproofing,
)
from glacis.core.model.layers import AirLayer, Framing, Layer, RoofSpaceLayer, SolidLayer

Layers = tuple[Layer, ...]
DRY = 500.0
"""Rain of a year up to which a bare coating covers foam [mm]; our judgement, as in the rule on dry sites."""
SHINGLES_FROM = 12.0
"""Least pitch of bituminous shingles [°]; our judgement, as the library has it."""
FIBRE_FILLS = ("cellulose-blown", "glass-wool-blown")


def cold_attic(setting: Setting) -> Layers:
    """Ceiling, control, fill between and over the joists, roof space."""
    joists = Framing(material="softwood-dense", width=0.045, spacing=0.6, allowance=0.01)
    fill = setting.between if setting.between in FIBRE_FILLS else "cellulose-blown"
    return (
        lining(setting),
        inner_control(setting),
        SolidLayer(
            id="between", material=fill, thickness=0.15, framing=setting.rafters or joists,
            settling=0.1,
        ),
        SolidLayer(id="over", material=fill, thickness=0.2, settling=0.1),
        RoofSpaceLayer(id="attic", covering="sheeted", height=1.2),
    )  # fmt: skip


def cold_slope(setting: Setting) -> Layers:
    """Lining, control, filled bays, air channel, deck, underlay, covering."""
    depth = 0.05 if setting.pitch >= 15 else 0.08
    channel = AirLayer(
        id="channel", thickness=depth, ventilation="well",
        framing=replace(setting.framing, aligned_with="between"),
    )  # fmt: skip
    return (
        lining(setting),
        service_void(),
        inner_control(setting),
        between(setting, 0.2),
        channel,
        board("deck", "softwood", 0.024),
        *vented_skin(setting),
    )


def over_rafter(setting: Setting) -> Layers:
    """Boards, control, two layers of boards, ventilated covering."""
    return (
        board("boards", "softwood", 0.024),
        deck_control(setting),
        two_boards(
            "over", "pir-foil" if setting.wet or setting.sweats else "wood-fibre-board", 0.16
        ),
        *vented_skin(setting),
    )


def between_and_over(setting: Setting) -> Layers:
    """Lining, void, control, filled rafters, open board, ventilated covering."""
    return (
        lining(setting),
        service_void(),
        inner_control(setting),
        between(setting, 0.16),
        board("over", "wood-fibre-board", 0.06),
        *vented_skin(setting),
    )


def warm_deck(setting: Setting) -> Layers:
    """Deck, control, insulation, sheet."""
    inward = sheet("control", "underlay-open-taped")
    return (
        board("deck", "plywood", 0.021),
        inward if setting.inward else sheet("control", "bitumen-aluminium-cold"),
        two_boards("insulation", "pir-foil" if setting.sweats else "stone-wool-slab", 0.16),
        waterproofing(setting),
    )


def inverted(setting: Setting) -> Layers:
    """Slab, sheet, boards for the wet, shedding layer, gravel."""
    return (
        board("slab", "reinforced-concrete", 0.2),
        waterproofing(setting),
        board("insulation", "xps", 0.16),
        sheet("shedding", "rain-shedding-layer"),
        board("ballast", "gravel-ballast", 0.06),
    )


def compact_foam(setting: Setting) -> Layers:
    """Lining, control where it is wet, cold or closed above, foam between the rafters, deck, covering."""
    control: Layers = (inner_control(setting),) if setting.wet or setting.frost else ()
    skin: Layers = (
        sheet("underlay", "underlay-open"),
        board("covering", "bitumen-shingles", 0.004),
    )
    if setting.pitch < 12:
        skin = (cold_waterproofing(setting),)
        control = (sheet("control", "aluminium-foil-barrier"),)
    return (
        lining(setting),
        *control,
        between(setting, 0.2, "spray-foam-closed"),
        board("deck", "plywood", 0.018),
        *skin,
    )


def hybrid(setting: Setting) -> Layers:
    """Lining, open inner control, fibre, deck, closed boards, ventilated covering."""
    control = inner_control(setting) if setting.wet else sheet("control", "retarder-variable")
    return (
        lining(setting),
        control,
        between(setting, 0.14),
        board("deck", "plywood", 0.018),
        two_boards("outside", "pir-foil", 0.1),
        *vented_skin(setting),
    )


def all_outside(setting: Setting) -> Layers:
    """Deck, one membrane, stiff fibre in two layers, ventilated covering."""
    return (
        board("deck", "plywood", 0.018),
        deck_control(setting),
        two_boards("outside", "stone-wool-slab", 0.2),
        *vented_skin(setting),
    )


def nail_base(setting: Setting) -> Layers:
    """Boards, control, foam with a nailing board, underlay, shingles."""
    keeps = setting.covering is not None and setting.covering[0] in (
        "bitumen-shingles", "wood-shingles",
    )  # fmt: skip
    covering = covering_for(setting) if keeps else board("covering", "bitumen-shingles", 0.004)
    return (
        board("boards", "softwood", 0.024),
        deck_control(setting),
        two_boards("foam", "nail-base-foam", 0.14),
        board("nailing-board", "plywood", 0.015),
        sheet("underlay", "underlay-self-adhered" if setting.inward else "underlay-open"),
        covering,
    )


def structural_panel(setting: Setting) -> Layers:
    """Lining, control over wet rooms, panel, taped underlay, ventilated covering."""
    control = (inner_control(setting),) if setting.wet else ()
    skin = vented_skin(setting)
    return (
        lining(setting),
        *control,
        sealed_board("inner-board", "oriented-strand-board", 0.015),
        SolidLayer(id="core", material="structural-panel-core", thickness=0.215),
        board("outer-board", "oriented-strand-board", 0.015),
        sheet("underlay", "underlay-open-taped"),
        *skin[1:],
    )


def over_roof(setting: Setting) -> Layers:
    """Boards, control, foam, deck, air, second deck, covering."""
    air = AirLayer(
        id="channel", thickness=0.05, ventilation="well",
        framing=Framing(material="softwood-dense", width=0.06, spacing=0.6),
    )  # fmt: skip
    return (
        board("boards", "softwood", 0.024),
        deck_control(setting),
        two_boards("outside", "polyurethane-board", 0.16),
        sheet("first-underlay", "underlay-self-adhered" if setting.inward else "underlay-open"),
        air,
        board("second-deck", "plywood", 0.018),
        sheet("underlay", "underlay-open"),
        board("covering", "bitumen-shingles", 0.004)
        if setting.pitch >= SHINGLES_FROM and setting.covering is None
        else covering_for(setting),
    )


def dense_pack(setting: Setting) -> Layers:
    """Lining, void, airtight board, webbed joists with dense fibre, open board, covering."""
    joists = Framing(
        material="softwood-dense", width=0.06, spacing=0.625, allowance=0.005, web=0.01,
        flange=0.045,
    )  # fmt: skip
    control: Layers = ()
    if setting.wet:
        control = (inner_control(setting),)
    elif setting.frost:
        control = (sheet("control", f"retarder-fixed-{10 if setting.pressing else 2}"),)
    return (
        lining(setting),
        service_void(),
        *control,
        sealed_board("air-board", "oriented-strand-board", 0.018),
        SolidLayer(id="packed", material="cellulose-dense", thickness=0.3, framing=joists),
        board("outer-board", "medium-density-fibreboard", 0.016),
        *vented_skin(setting),
    )


def sprayed_foam(setting: Setting) -> Layers:
    """Deck, control over wet rooms, foam, coating."""
    control = (deck_control(setting),) if setting.wet or setting.frost else ()
    coating = "silicone-coating-granules" if setting.rain > DRY else "silicone-coating"
    return (
        board("deck", "plywood", 0.021),
        *control,
        board("foam", "spray-foam-closed", 0.125),
        sheet("coating", coating),
    )


def planted(setting: Setting) -> Layers:
    """Slab, barrier, boards, root-proof sheet, protection, drainage, filter, soil."""
    control: Layers = (sheet("control", "bitumen-aluminium-barrier"),)
    return (
        board("slab", "reinforced-concrete", 0.2),
        *(() if setting.inward else control),
        two_boards("insulation", "eps-grey", 0.16),
        sheet("base", "bitumen-base-self-adhered"),
        sheet("sheet", "bitumen-root-resistant"),
        sheet("protection", "protection-fleece"),
        board("drainage", "drainage-board", 0.04),
        sheet("filter", "filter-fleece"),
        board("substrate", "extensive-substrate", 0.08),
    )


def buried(_setting: Setting) -> Layers:
    """Slab, waterproofing, boards for the wet, drainage, filter, earth."""
    return (
        board("slab", "reinforced-concrete", 0.25),
        sheet("sheet", "bitumen-root-resistant"),
        board("insulation", "xps", 0.16),
        board("drainage", "drainage-mat", 0.02),
        sheet("filter", "filter-fleece"),
        board("earth", "earth-cover", 0.5),
    )
