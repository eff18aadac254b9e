# SPDX-License-Identifier: GPL-3.0-or-later
"""The invented roofs of the exercises."""

from glacis.core.log.exercises import Exercise, Repair

NEW_SHEET = "A new sheet over the old one"


TOLD = (
    Exercise(
        id="void",
        title="Drips under a hot spring sun",
        look=(
            "A club room on a cold plain. Its low roof dripped on the first hot days of "
            "April, at many places, never in rain. Screws through the deck are rusty, plywood"
            " is soft underfoot. Between sleepers lies an empty space that opens to nothing; "
            "at the ceiling one feels a draught round the lamps."
        ),
        layers=(
            "Rubber sheet",
            "Plywood on sleepers, an empty void",
            "Plywood deck",
            "Mineral fibre between joists",
            "Boards with lamps let in",
        ),
        seen=(
            "cold-dry",
            "scattered",
            "rusty-tips",
            "underside-wet",
            "soft-deck",
            "no-vent-path",
            "ceiling-gaps",
            "hot-after-cold",
        ),
        absent=("after-rain", "ponding"),
        factors=(("ventilation", 4.0), ("air", 3.0)),
        computed=(
            "The void has no driven air; a leaky ceiling raises the deck by more than 6 % by mass."
        ),
        answer=("air", "ventilation"),
        shares=(("air", 0.75), ("ventilation", 0.62)),
        undecided=True,
        test="vent",
        repairs=(
            Repair(
                "seal",
                "Seal the ceiling, take the void out, insulate outside over a new air layer",
                "good",
                "The room's air no longer reaches a cold deck, and nothing cold is left to reach.",
            ),
            Repair(
                "sheet",
                NEW_SHEET,
                "harm",
                "The sheet never leaked; a second one shuts the wet deck in.",
            ),
            Repair(
                "vents",
                "Cut vents into the edge of the void",
                "idle",
                "A level void has next to no drive; the draught from below goes on wetting it.",
            ),
            Repair(
                "fill",
                "Blow more fibre into the joists",
                "harm",
                "The deck gets colder, the draught stays.",
            ),
        ),
        worked=(
            "Wet in the cold, dripping in the first sun, never in rain: it comes from inside."
            " Two things work together: air through the ceiling, and a void that can carry "
            "nothing off. A mirror and smoke in the void tell the two apart. It is not the "
            "sheet."
        ),
    ),
    Exercise(
        id="attic",
        title="Stains along the eaves of a bunkhouse",
        look=(
            "An attic over blown fill, slate above. Each January stains run along the eaves; "
            "nail tips there are white with frost in the morning. It does not follow rain nor"
            " thaw. Looking from the hatch no light shows at the eaves."
        ),
        layers=("Slate", "Boards", "Attic", "Blown fill", "Ceiling with a sheet"),
        seen=("at-eaves", "rusty-tips", "no-vent-path", "cold-dry"),
        absent=("after-rain", "thaw"),
        factors=(("ventilation", 2.0), ("wall", 0.05)),
        computed="Vents are half of what is asked; no parapet.",
        answer=("ventilation",),
        shares=(("ventilation", 0.8),),
        undecided=False,
        test="vent",
        repairs=(
            Repair(
                "chutes",
                "Set chutes and dams, draw the fill back from the eaves",
                "good",
                "Air enters again, and the fill stays where it is.",
            ),
            Repair(
                "ridge",
                "Open more vents at the ridge alone",
                "harm",
                "Exhaust without intake sucks the room's air through the ceiling.",
            ),
            Repair(
                "paint",
                "Paint the stains and wait",
                "idle",
                "They come again next January.",
            ),
        ),
        worked=(
            "Fill has slid into the eaves and shut the intake. Frost on the tips and cold dry"
            " weather speak for vapour from inside, the place for the eaves. A mirror and "
            "smoke at the eaves show still air."
        ),
    ),
    Exercise(
        id="pool",
        title="A swimming hall under two tight sheets",
        look=(
            "Five winters after opening, spots all over the field, the deck's underside wet, "
            "drops on the first warm days. The hall is kept at 29 °C and 60 %. The drawing "
            "has a variable retarder below and a bituminous roof above."
        ),
        layers=(
            "Bituminous sheet",
            "Foam boards",
            "Timber deck",
            "Mineral fibre",
            "Variable retarder",
            "Lining",
        ),
        seen=(
            "humid-rooms",
            "scattered",
            "underside-wet",
            "cold-dry",
            "hot-after-cold",
            "double-trap",
        ),
        absent=("after-rain", "ceiling-gaps"),
        factors=(("diffusion", 4.0),),
        computed="By hours the deck passes 20 % by mass without any leak.",
        answer=("diffusion",),
        shares=(("diffusion", 0.92),),
        undecided=False,
        test="blower",
        repairs=(
            Repair(
                "retarder",
                (
                    "A fixed retarder for this load, continuous, or all insulation outside a "
                    "tight layer"
                ),
                "good",
                "What comes in is less than what a year dries.",
            ),
            Repair(
                "variable",
                "Another variable retarder",
                "harm",
                "In humid rooms it opens just when it should be shut.",
            ),
            Repair(
                "sheet",
                NEW_SHEET,
                "harm",
                "The deck stays shut in, wet.",
            ),
        ),
        worked=(
            "The ceiling is tight and rain has no part: vapour goes straight through a "
            "retarder that opens in humid air, and finds a tight sheet outside. A fan test "
            "tells air apart from it."
        ),
    ),
    Exercise(
        id="slab",
        title="Blisters in the first summer",
        look=(
            "A new hall. A screed to falls was sheeted three weeks after it was laid. In the "
            "first summer blisters rise everywhere; a core finds water standing on the vapour"
            " layer, seams are sound, rain makes no difference."
        ),
        layers=("Bituminous sheet", "Foam boards", "Vapour layer", "Screed", "Concrete slab"),
        seen=("first-year", "blisters", "scattered", "water-on-vcl", "double-trap"),
        absent=("after-rain", "open-seam"),
        factors=(("built-in", 2.0),),
        computed="What was built in takes more than a year to dry.",
        answer=("built-in",),
        shares=(("built-in", 0.93),),
        undecided=False,
        test="records",
        repairs=(
            Repair(
                "wait",
                "Open a trial field, let it dry by the drying run, then close it",
                "good",
                "The run tells how many months; a reading ends them.",
            ),
            Repair(
                "sheet",
                NEW_SHEET,
                "harm",
                "The water stays, now between more sheets.",
            ),
            Repair(
                "prick",
                "Prick the blisters and patch them",
                "harm",
                "Holes in a sound sheet; others rise beside them.",
            ),
        ),
        worked=(
            "Wet from the day it was closed. Photographs and rain records of closing-in say "
            "so for the price of an hour. Do not sheet it again: wait or open it."
        ),
    ),
    Exercise(
        id="coping",
        title="A stain at the foot of a parapet",
        look=(
            "After each rain a patch by the parapet is wet within the hour. The coping's "
            "joints gape and it leans out; beneath it the wall is streaked. The sheet looks "
            "young, seams hold, no water stands."
        ),
        layers=("Single-ply sheet", "Foam boards", "Vapour layer", "Concrete"),
        seen=("after-rain", "at-wall", "coping", "patch"),
        absent=("ponding", "open-seam", "weathered"),
        factors=(("wall", 1.5),),
        computed="A parapet bounds the area.",
        answer=("wall",),
        shares=(("wall", 0.96),),
        undecided=False,
        test="coping-lift",
        repairs=(
            Repair(
                "coping",
                "Bed it anew: fall inwards, a drip, a sheet beneath",
                "good",
                "Water no longer gets behind the upstand.",
            ),
            Repair(
                "field",
                "Re-sheet the field",
                "idle",
                "The field never leaked; the wall goes on wetting it.",
            ),
            Repair(
                "seal",
                "Fill the joints with sealant",
                "harm",
                "It keeps in what comes behind it; the lean stays.",
            ),
        ),
        worked=(
            "Rain, but at the wall and from above the roof. Lifting one coping shows it wet below."
        ),
    ),
    Exercise(
        id="leaves",
        title="A lake over one outlet",
        look=(
            "After a night of rain the hall's roof held a lake for three days; at the outlet "
            "the ceiling is wet. Leaves fill the grate. There is no overflow. Seams hold, "
            "nothing is cut."
        ),
        layers=("Bituminous sheet", "Foam boards", "Vapour layer", "Steel deck"),
        seen=("after-rain", "ponding", "blocked", "at-outlet"),
        absent=("open-seam", "marks"),
        factors=(("drainage", 3.0),),
        computed="Water stands with the outlet blocked.",
        answer=("drainage",),
        shares=(("drainage", 0.98),),
        undecided=False,
        test="levels",
        repairs=(
            Repair(
                "overflow",
                "Clear it, cut a second way out, have the engineer check the deck under that water",
                "good",
                "A blocked outlet then shows and harms nobody.",
            ),
            Repair(
                "clear",
                "Clear it and leave it at that",
                "idle",
                "Next October it is the same, with more water.",
            ),
            Repair(
                "sheet",
                NEW_SHEET,
                "harm",
                "More load on a deck that was loaded beyond its number.",
            ),
        ),
        worked=(
            "One outlet, blocked, and no second way out. The leak is the smaller matter: "
            "water weighs 1 kg for each millimetre on a square metre. Have the load checked."
        ),
    ),
    Exercise(
        id="cooling",
        title="A stain that knows no weather",
        look=(
            "A round stain under the plant room, wet on every visit, rain or shine. Cooling "
            "pipes run over it. The roof above is sound to the probe, winter makes no "
            "difference."
        ),
        layers=("Single-ply sheet", "Foam boards", "Vapour layer", "Concrete"),
        seen=("always", "near-pipes", "patch"),
        absent=("after-rain", "open-seam", "cold-dry"),
        factors=(("services", 2.0),),
        computed="Cooling runs there.",
        answer=("services",),
        shares=(("services", 0.94),),
        undecided=False,
        test="pipes",
        repairs=(
            Repair(
                "drain",
                "Clear the tray's drain and lag the pipes",
                "good",
                "The roof is sound; the tray ran over.",
            ),
            Repair(
                "sheet",
                NEW_SHEET,
                "harm",
                "Money and load for a roof without a fault.",
            ),
            Repair(
                "open",
                "Open the roof at the stain",
                "harm",
                "A sound roof is opened in search of a tray.",
            ),
        ),
        worked=(
            "Wet whatever the weather and by pipes: shut them, run the cooling, look at the "
            "tray. The roof is sound."
        ),
    ),
    Exercise(
        id="edge",
        title="After the storm",
        look=(
            "Since the gale a patch by the western edge is wet after rain. The edge metal is "
            "bent up and the sheet flutters there. It is not old."
        ),
        layers=("Single-ply sheet, fixed", "Foam boards", "Vapour layer", "Steel deck"),
        seen=("after-storm", "edge-loose", "after-rain", "patch"),
        absent=("weathered",),
        factors=(("wind", 3.0),),
        computed="Wind asks more of the edge's fixings than they bear.",
        answer=("wind",),
        shares=(("wind", 0.83), ("leak", 0.24)),
        undecided=False,
        test="edge",
        repairs=(
            Repair(
                "edge",
                "Hold the edge first, then check the seams behind it",
                "good",
                "What peels begins at the edge; a seam mended first tears again.",
            ),
            Repair(
                "seams",
                "Weld the seams and leave the edge",
                "harm",
                "The next gale takes the sheet from the edge.",
            ),
            Repair(
                "ballast",
                "Lay pavers on the loose part",
                "idle",
                "It holds a season; the edge itself stays loose.",
            ),
        ),
        worked=(
            "The gale loosened the edge and the seam opened behind it. Check and pull the "
            "edge; mend it before the seams."
        ),
    ),
    Exercise(
        id="ridge",
        title="Frost beneath the ridge",
        look=(
            "In dry frost drops fall below the ridge and nowhere else. Fibre at the joints "
            "there is black with dust, nail tips rust, one feels a draught at the boards. The"
            " vents are open; rain makes no difference."
        ),
        layers=(
            "Slate on battens",
            "Underlay",
            "Fibre between rafters",
            "Sheet, joints not taped",
            "Boards",
        ),
        seen=("cold-dry", "at-ridge", "ceiling-gaps", "dust-streaks", "rusty-tips"),
        absent=("after-rain", "no-vent-path"),
        factors=(("air", 3.0),),
        computed="A leaky sheet raises the boards by more than 6 % by mass.",
        answer=("air",),
        shares=(("air", 0.99),),
        undecided=False,
        test="blower",
        repairs=(
            Repair(
                "tape",
                "Open the lining along the ridge, tape every joint, test by fan",
                "good",
                "The room's air is lightest and presses most there: that is where it has to stop.",
            ),
            Repair(
                "vents",
                "More vents at the ridge",
                "harm",
                "They draw more of the room's air through the same gaps.",
            ),
            Repair(
                "sheet",
                "A new underlay",
                "idle",
                "It never leaked.",
            ),
        ),
        worked=(
            "Dust filters out where air passes: it marks the way. Warm air leaves at the top,"
            " through joints nobody taped."
        ),
    ),
)
"""All of them, in the order they are told."""
