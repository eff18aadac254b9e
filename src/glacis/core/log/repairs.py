# SPDX-License-Identifier: GPL-3.0-or-later
"""What is done about each cause, and which findings of the design lie behind it."""

from msgspec import Struct

from glacis.core.errors import MissingReference


class Repair(Struct, frozen=True):
    """What is done about a cause.

    Attributes:
        words: what is done, the source first.
        rules: ids of findings whose ways out mend it in the design.
    """

    words: str
    rules: tuple[str, ...] = ()


FIRST = "A new surface over a wet deck shuts the water in: find the source, let it dry, then close."
"""Said with every repair; practice."""
REPAIRS = {
    "leak": Repair("Mend the seam or flashing that leaks; open and dry what is wet beneath."),
    "wall": Repair(
        "Let the coping fall inwards, with a drip and a sheet beneath; carry the upstand behind it.",
        ("falls.coping", "falls.upstand"),
    ),
    "air": Repair(
        "Close the air layer where it breathes, at joints and edges first; test it by fan, then look for what is left.",
        ("order.no-air-layer", "fixings.pierced", "order.pierced-barrier"),
    ),
    "diffusion": Repair(
        "Give the load a retarder that suits it, or put the insulation outside a tight layer, so that a year dries it.",
        (
            "vapour.wet-room",
            "moisture.accumulates",
            "moisture.over-limit",
            "vapour.double-trap",
            "vapour.ratio",
            "vapour.retarder-class",
            "hours.wood",
        ),
    ),
    "built-in": Repair(
        "Do not sheet it again: wait or open a trial field; the drying run tells the months, a reading ends them.",
        ("moisture.built-in", "hours.dries-slowly"),
    ),
    "surface": Repair(
        "Warm the corner: close the gap in the insulation there; lower the humidity until that is done.",
        ("surface.mould", "edge.mould", "heat.eaves"),
    ),
    "drainage": Repair(
        "Clear it, give it a second way out, mend the fall; have the load of standing water checked.",
        ("falls.overflow", "falls.overflow-low", "falls.load", "falls.least", "falls.outlet-small"),
    ),
    "ventilation": Repair(
        "Open the way from intake to exhaust; where nothing drives it, take the void out and insulate outside.",
        (
            "air.no-drive",
            "air.starved",
            "air.no-vents",
            "air.free-area",
            "air.filled-eaves",
            "vapour.empty-void",
        ),
    ),
    "wind": Repair(
        "Hold the edge first, then the field, by the suctions of its zones; then check the seams.",
        ("fixings.overworked", "fixings.unheld", "fixings.evidence"),
    ),
    "ageing": Repair(
        "The sheet has had its life: renew it once what lies beneath is dry.",
        ("quantities.shorter-lived",),
    ),
    "roots": Repair(
        "Pull what grows, mend what it pierced, lay a root layer under planting.",
        ("order.root-layer",),
    ),
    "traffic": Repair(
        "Mend the punctures; lay ways and a cover board where people go.",
        ("order.cover-board", "order.protection"),
    ),
    "adhesion": Repair(
        "Take off what does not bond, part what does not agree, bond it anew.",
        ("order.separation", "order.solvent"),
    ),
    "ice": Repair(
        "Stop the heat that melts the snow, keep the eaves cold and open, lay a sheet beneath.",
        ("air.ice", "air.snowed"),
    ),
    "services": Repair("The roof is sound: mend the pipe, the drain or the tray."),
}


def repair_of(cause: str) -> Repair:
    """What is done about a cause.

    Raises:
        MissingReference: for a cause that is not in the table.
    """
    if cause not in REPAIRS:
        raise MissingReference("cause", cause, "The table of repairs")
    return REPAIRS[cause]
