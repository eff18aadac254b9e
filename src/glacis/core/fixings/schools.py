# SPDX-License-Identifier: GPL-3.0-or-later
"""Schools of holding a roof down, as sets for a build-up: screwed, adhered, ballasted, clipped, nailed, foam-set."""

from collections.abc import Sequence

from msgspec import Struct

from glacis.core.fixings.chain import frame_index
from glacis.core.heat.resolve import LayerData
from glacis.core.model.fixings import (
    Ballast,
    BattenScrews,
    BoardScrews,
    Bond,
    Clips,
    Crests,
    Fastener,
    FixSet,
    Pieces,
    SeamRows,
    Strength,
)

SHEETED_TO = 20.0
"""Pitch up to which sheets in rolls are laid [°]; our judgement."""
BALLASTED_TO = 3.0
"""Pitch up to which layers are laid loose under ballast [°]; our judgement."""
ASSUMED = "assumed until a product is chosen; its approval decides"
SCREW = (
    Strength(mode="pull-out", value=1200.0, source=ASSUMED),
    Strength(mode="sheet", value=900.0, source=ASSUMED),
)
BOARD_SCREW = (
    Strength(mode="pull-out", value=1200.0, source=ASSUMED),
    Strength(mode="pull-through", value=800.0, source=ASSUMED),
)
BATTEN_SCREW = (Strength(mode="pull-out", value=2600.0, gamma=1.44, source=ASSUMED),)
CLIP = (Strength(mode="set", value=750.0, source=ASSUMED),)
NAIL = (Strength(mode="pull-out", value=120.0, source=ASSUMED),)
CREST_SCREW = (Strength(mode="pull-out", value=1800.0, source=ASSUMED),)


class School(Struct, frozen=True):
    """One way to hold a roof.

    Attributes:
        id: of it.
        name: as people call it.
        who: would choose it, and why.
        sets: that it takes.
    """

    id: str
    name: str
    who: str
    sets: tuple[FixSet, ...]


def _insulations(layers: Sequence[LayerData], frame: int) -> list[int]:
    return [
        k
        for k in range(frame + 1, len(layers))
        if layers[k].is_insulation and layers[k].frame is None
    ]


def _anchor(layers: Sequence[LayerData], frame: int) -> str:
    return layers[frame].id if frame >= 0 else ""


def _into(layers: Sequence[LayerData], frame: int, diameter: float = 0.0048) -> Fastener:
    """A screw into the frame: through a board or a steel sheet, blind into timber and concrete."""
    thin = frame >= 0 and layers[frame].frame is None and layers[frame].thickness < 0.05
    return Fastener(diameter=diameter, grip="through" if thin else "blind")


def _bonds(layers: Sequence[LayerData], frame: int, kind: str) -> tuple[FixSet, ...]:
    """Every layer from the frame outward bonded to the one beneath."""
    made = []
    for k in range(frame + 1, len(layers)):
        layer = layers[k]
        if layer.kind not in ("solid", "membrane") or layer.has_role("ballast"):
            continue
        is_board = layer.kind == "solid"
        bond = (
            Bond(
                kind="ribbons" if kind == "ribbons" and is_board else "full",
                glue=80e3,
                facer=40e3,
                source=ASSUMED,
            )
            if is_board
            else Bond(kind="full", glue=60e3, source=ASSUMED)
        )
        anchor = layers[k - 1].id if k > 0 else ""
        made.append(
            FixSet(
                id=f"bond-{layer.id}",
                name=f"{layer.name}, bonded",
                way=bond,
                holds=layer.id,
                anchor=anchor,
            )
        )
    return tuple(made)


def schools_for(layers: tuple[LayerData, ...], pitch: float) -> tuple[School, ...]:
    """Schools that a build-up can be held by.

    Args:
        layers: inside to outside.
        pitch: of the area [°].
    """
    if not layers or any(layer.kind == "roof-space" for layer in layers):
        return ()
    frame = frame_index(layers)
    top = layers[-1]
    found: list[School] = []
    battens = [
        k
        for k, layer in enumerate(layers)
        if layer.kind == "air" and layer.ventilation == "well" and k > frame
    ]
    if battens:
        found += _battened(layers, frame, battens[0])
    elif top.kind in ("membrane", "solid") and pitch <= SHEETED_TO:
        found += _sheeted(layers, frame, pitch)
    return tuple(found)


def _sheeted(layers: tuple[LayerData, ...], frame: int, pitch: float) -> list[School]:
    boards = _insulations(layers, frame)
    sheets = [k for k in range(frame + 1, len(layers)) if layers[k].kind == "membrane"]
    if not sheets and not boards:
        return []
    cover = next(
        (k for k in reversed(sheets) if layers[k].has_role("covering")), max([*sheets, *boards])
    )
    screw, anchor = _into(layers, frame), _anchor(layers, frame)
    rows = FixSet(
        id="sheet-screws", name="Sheet screws", way=SeamRows(), holds=layers[cover].id, anchor=anchor, fastener=screw,
        strengths=SCREW,
    )  # fmt: skip
    board_screws = FixSet(
        id="board-screws", name="Board screws", way=BoardScrews(), holds=layers[max(boards)].id if boards else "",
        anchor=anchor, fastener=screw, strengths=BOARD_SCREW,
    )  # fmt: skip
    found = []
    if frame >= 0 or anchor == "":
        found.append(School(
            "screwed", "Screwed through the seams",
            "Roofers in a hurry and in the cold: no glue to dry, every screw is counted, and it comes off again. "
            "Screws pierce what stops air and vapour, and lose heat.", (rows,),
        ))  # fmt: skip
    if boards:
        on_top = FixSet(
            id="sheet-bond", name="Sheet, bonded", way=Bond(kind="full", glue=60e3, source=ASSUMED),
            holds=layers[cover].id, anchor=layers[cover - 1].id,
        )  # fmt: skip
        found.append(School(
            "boards-screwed", "Boards screwed, sheet bonded",
            "Those who want a smooth sheet that does not flutter, over a deck that takes screws.",
            (board_screws, on_top),
        ))  # fmt: skip
        found.append(School(
            "ribbons", "Adhered in ribbons",
            "Wet rooms and thin concrete: nothing pierces the vapour layer. Every interface has to be strong, and the "
            "deck dry.", _bonds(layers, frame, "ribbons"),
        ))  # fmt: skip
    found.append(School(
        "adhered", "Adhered in full",
        "High edges and hard wind, where no peel may begin. Asks for weather, clean faces and a patient crew.",
        _bonds(layers, frame, "full"),
    ))  # fmt: skip
    if pitch <= BALLASTED_TO:
        laid = FixSet(
            id="ballast", name="Ballast", way=Ballast(kind="pavers", mass=100.0, edges=200.0),
            holds=layers[-1].id, anchor=anchor,
        )  # fmt: skip
        found.append(School(
            "ballasted", "Laid loose under ballast",
            "Inverted and walked roofs on structures that can bear it; nothing is pierced, everything can be taken up.",
            (laid,),
        ))  # fmt: skip
    return found


def _battened(layers: tuple[LayerData, ...], frame: int, first: int) -> list[School]:
    counter = FixSet(
        id="batten-screws", name="Counter-batten screws", way=BattenScrews(), holds=layers[first].id,
        anchor=_anchor(layers, frame), fastener=_into(layers, frame, 0.008), strengths=BATTEN_SCREW,
    )  # fmt: skip
    top = layers[-1]
    metal = top.material is not None and top.material.family == "metal"
    if metal:
        crest = FixSet(
            id="sheet-screws", name="Sheet screws", way=Crests(), holds=top.id, anchor=layers[first].id,
            fastener=Fastener(diameter=0.0055, stock=(0.025, 0.035, 0.05, 0.065), least_grip=0.025),
            strengths=CREST_SCREW,
        )  # fmt: skip
        clips = FixSet(
            id="clips",
            name="Seam clips",
            way=Clips(),
            holds=top.id,
            anchor=layers[first].id,
            strengths=CLIP,
        )
        return [
            School(
                "crests", "Sheets screwed through their crests",
                "Barns and sheds: quick, cheap and seen. Each washer is a leak in twenty years.", (counter, crest),
            ),
            School(
                "clipped", "Seams held by clips",
                "Those who want no hole in the sheet; it has to slide, so its length is bounded.", (counter, clips),
            ),
        ]  # fmt: skip
    nailed = FixSet(
        id="nails",
        name="Nails or hooks",
        way=Pieces(),
        holds=top.id,
        anchor=layers[first].id,
        strengths=NAIL,
    )
    set_in_foam = FixSet(
        id="foam-set", name="Patches of foam", way=Bond(kind="sprayed"), holds=top.id, anchor=layers[first].id,
    )  # fmt: skip
    return [
        School(
            "nailed", "Hung and nailed",
            "Slaters and tilers nearly everywhere: pieces can be changed, the gap beneath stays open.",
            (counter, nailed),
        ),
        School(
            "foam-set", "Set in foam",
            "Storm coasts where tiles fly; has tested values only, and nobody takes such a roof up again.",
            (counter, set_in_foam),
        ),
    ]  # fmt: skip
