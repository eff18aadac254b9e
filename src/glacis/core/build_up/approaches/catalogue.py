# SPDX-License-Identifier: GPL-3.0-or-later
"""The approaches: what each is, who builds it and why, what must be true, what it forgives."""

from collections.abc import Callable

from msgspec import Struct

from glacis.core.build_up.approaches import builds
from glacis.core.build_up.approaches.setting import Setting
from glacis.core.model.document import ApproachId
from glacis.core.model.layers import Layer
from glacis.core.units.format import plain


class Approach(Struct, frozen=True):
    """One school of building a roof.

    Attributes:
        id: of the approach.
        name: as people call it.
        what: what it is.
        who: who builds it and why.
        needs: what must be true for it to work.
        forgives: what it lets one get away with.
        unforgiving: what it does not.
        pitches: least and most pitch it is for [°].
        open_outside: whether outside air or its vapour reaches the insulation by design.
        build: its layers to start from.
    """

    id: ApproachId
    name: str
    what: str
    who: str
    needs: str
    forgives: str
    unforgiving: str
    pitches: tuple[float, float]
    build: Callable[[Setting], tuple[Layer, ...]]
    open_outside: bool = False

    def refusal(self, setting: Setting) -> str:
        """Why it is not for this place, in a sentence; empty where it is."""
        low, high = self.pitches
        if not low <= setting.pitch <= high:
            return (
                f"It is made for {plain(low, 0)}° to {plain(high, 0)}° of pitch; this area has "
                f"{plain(setting.pitch, 1)}°."
            )
        if self.open_outside and setting.sweats:
            return (
                "Its insulation is open to the outside air, which would condense on anything as "
                "cold as these rooms."
            )
        return ""


APPROACHES: tuple[Approach, ...] = (
    Approach(
        "cold-ventilated-attic", "Cold ventilated attic",
        "Insulation on the ceiling; the attic above is as cold as outside and outside air passes through it.",
        "Builders of trussed roofs: cheapest insulation, any thickness, nothing above it to go wrong.",
        "An airtight ceiling, openings at eaves and ridge, full depth of insulation at the eaves.",
        "A leaking covering shows and dries; more insulation can be added at any time.",
        "Ducts and hatches in the attic; holes in the ceiling carry rooms' air to the cold roof.",
        (10, 75), builds.cold_attic, True,
    ),
    Approach(
        "cold-ventilated-slope", "Cold ventilated slope",
        "Insulation between the rafters, an air channel above it in every bay, deck and covering over that.",
        "Those who distrust closed roofs, and codes that ask for the channel.",
        "A free channel from eaves to ridge in every bay, a drive for the air, an airtight lining.",
        "Moisture from rooms and covering leaves with the air.",
        "Hips, valleys and rooflights that close a bay; wind that blows snow or embers in.",
        (10, 75), builds.cold_slope, True,
    ),
    Approach(
        "warm-over-rafter", "Warm, over the rafters",
        "Boards on the rafters, the control layer on them, all insulation in two board layers outside.",
        "Those who want the frame seen, dry and warm, and the air layer plain and whole.",
        "Long screws into the rafters, a stop at the eaves, tight joints in two layers.",
        "No thermal bridges by rafters; the control layer lies where it can be seen and tested.",
        "Fixings that miss; the depth at eaves and verge; boards that shrink apart.",
        (5, 75), builds.over_rafter,
    ),
    Approach(
        "warm-between-and-over", "Warm, between and over the rafters",
        "The rafters' depth is filled and a board over them covers their bridges.",
        "Designers who balance height against cost; most re-roofs.",
        "A control layer inside, an open board and underlay outside, the ratio between the two kept.",
        "The outer board takes most of the bridges and some of the errors.",
        "A closed board outside with too little of it; a control layer cut by services.",
        (10, 75), builds.between_and_over, True,
    ),
    Approach(
        "warm-deck", "Warm deck",
        "Deck, control layer, insulation, waterproofing sheet on top.",
        "Builders of flat roofs everywhere: simple, quick, all layers on one safe platform.",
        "A whole control layer on the deck, falls, insulation that carries feet, fixed or held against wind.",
        "The structure stays warm and dry.",
        "A leak soaks the insulation and hides there; built-in water stays between two closed sheets.",
        (0, 10), builds.warm_deck,
    ),
    Approach(
        "inverted", "Inverted",
        "The sheet lies on the slab; boards that take up no water, a shedding layer and ballast lie over it.",
        "Terraces and car decks; those who want the sheet warm and out of the sun for good.",
        "A slab that carries the ballast, drainage at two levels, boards for wet service.",
        "The sheet sees neither frost nor sun nor feet; boards can be lifted to repair it.",
        "Rain under the boards cools the slab; the correction for it is part of U.",
        (0, 5), builds.inverted,
    ),
    Approach(
        "compact-foam-under-deck", "Compact, foam under the deck",
        "Sprayed foam fills the bays against the underside of the deck; no air passes anywhere.",
        "Cut-up roofs with hips and valleys that no channel could serve; attics with plant in them.",
        "Foam in full contact, a thermal barrier inside, a deck dry when sprayed.",
        "Air layer and insulation are one; shapes do not matter.",
        "A leak hides behind closed foam; open foam lets vapour to the deck in the cold.",
        (12, 75), builds.compact_foam, True,
    ),
    Approach(
        "hybrid", "Hybrid: foam outside, fibre between",
        "Closed boards over the deck keep it warm; fibre below fills the rafters.",
        "Builders in cold places who want fibre's price and a warm deck.",
        "Enough of the resistance outside for the climate: the face of the fibre must stay above dew point.",
        "The deck dries inwards if the inside stays open.",
        "Too little outside, or a tight sheet inside: then the deck rots unseen.",
        (5, 75), builds.hybrid,
    ),
    Approach(
        "all-outside", "All insulation outside",
        "One membrane over the whole deck stops water, air and vapour; two layers of stiff fibre lie outside it.",
        "Those who build for a century: every control layer outside the structure, none cut by it.",
        "Long screws or standoffs, overhangs bolted on outside the membrane.",
        "The structure is at room temperature; almost no error inside can hurt it.",
        "Cost, weight, depth at the edges.",
        (5, 75), builds.all_outside, True,
    ),
    Approach(
        "nail-base", "Nail-base board over the deck",
        "Foam with a nailing board bonded to it lies on the deck; shingles are nailed to the board.",
        "Re-roofers over visible boards; one layer gives insulation and nailing ground.",
        "A control layer on the deck, joints foamed or taped, screws through to the frame.",
        "Quick, and the old deck stays.",
        "Joints in one layer; ridge lines that show where room air reaches the nailing board.",
        (12, 75), builds.nail_base,
    ),
    Approach(
        "structural-panel", "Structural panels",
        "Panels of two boards and a foam core span from ridge to eaves.",
        "Builders with a crane and few days; few bridges.",
        "Every panel joint sealed on the warm side; a ventilated covering.",
        "Even insulation without members.",
        "The joints: most failures of panel roofs are wet outer boards along them.",
        (5, 75), builds.structural_panel, True,
    ),
    Approach(
        "ventilated-over-roof", "Ventilated over-roof",
        "A warm roof with a second deck above a ventilated space.",
        "Snow country: the covering stays as cold as the air, so ice does not grow at the eaves.",
        "A channel free from eaves to ridge, fixings through to the frame.",
        "Leaks and vapour leave through the channel.",
        "Height, and the labour of two decks.",
        (10, 75), builds.over_roof,
    ),
    Approach(
        "dense-pack", "Deep joists, dense packed",
        "Webbed joists packed with fibre between an airtight inner board and an open outer one.",
        "Builders of very low energy houses from plants.",
        "An airtight inner board, taped; an outer board more open than the inner by far; density kept.",
        "Sorptive fibre levels out moisture; the webs bridge little.",
        "Settling where the density is low; a closed underlay outside.",
        (5, 75), builds.dense_pack, True,
    ),
    Approach(
        "sprayed-foam", "Sprayed foam on the deck",
        "Closed foam sprayed to falls over the deck, under a coating against sun and rain.",
        "Re-roofers of odd shapes in dry places.",
        "A dry, warm day; coating within its limit of hours; recoating in time.",
        "No joints, no fixings; falls are made as one sprays.",
        "Hail, feet, birds and every missed recoat.",
        (0, 10), builds.sprayed_foam, True,
    ),
    Approach(
        "planted", "Planted",
        "A warm deck under a root-proof sheet, drainage and soil.",
        "Cities for their water and air; owners for the view.",
        "A structure for the saturated weight, roots kept off, outlets that stay clear.",
        "The sheet is out of sun and frost.",
        "A leak under soil is dear to find; standing water.",
        (0, 10), builds.planted,
    ),
    Approach(
        "buried", "Buried",
        "Concrete, waterproofing, boards for wet ground, drainage and a metre of earth or less.",
        "Houses in a slope and cellars under gardens.",
        "Drained fill, waterproofing for standing water, an engineer for the load.",
        "Even temperatures all year.",
        "Anything that leaks; nobody digs twice.",
        (0, 10), builds.buried,
    ),
)  # fmt: skip


def approach_of(identifier: str) -> Approach:
    """The approach with this id."""
    return next(approach for approach in APPROACHES if approach.id == identifier)
