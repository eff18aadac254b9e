# SPDX-License-Identifier: GPL-3.0-or-later
"""Ink and paper: every colour by the role it plays, for window and print."""

from collections.abc import Mapping

Palette = Mapping[str, str]


def _ramp(name: str, first: str, last: str, steps: int) -> dict[str, str]:
    """Colours in even steps from one to another, by role."""
    return {f"{name}:{step}": _mixed(first, last, step / (steps - 1)) for step in range(steps)}


THICKNESS_TINTS, FLOOD_TINTS = 10, 5
"""How many tints of copper and of water there are."""
FIELD_TINTS = 16
"""How many tints each field of a tapestry has."""


def _mixed(first: str, last: str, share: float) -> str:
    ends = [[int(colour[k : k + 2], 16) for k in (1, 3, 5)] for colour in (first, last)]
    values = (round(a + share * (b - a)) for a, b in zip(*ends, strict=True))
    return "#" + "".join(f"{value:02X}" for value in values)


# Worked out once from four colours each: mixing them at every start would be felt.
_FIELDS = {
    "heat": "232A4A2E38573846654354724F607C61677B736F7A847679957C75A5806EB58567C58960D19868DBAA74E6BD81F0CF8E",
    "damp": "F3EAD6E4DFC8D4D3B9C5C8ABB4BC9FA0B29B8CA796789C9268918D5B85884F7983426D7D3B607436546A31475F2C3A55",
    "glow": "20262B2F30303F39344E4339604D3A7757318E6128A56B1FB87A23C78D34D6A045E5B356EDC371F1D391F6E2B0FBF1CF",
    "fall": "F1EDE4DEDFDCCBD1D4B7C3CCA5B6C495A9BB869CB2768FA969809F60719556628B4C5381474574433966402C583C1F4A",
}  # fmt: skip
FIELDS: Palette = {
    f"{name}:{step}": f"#{tints[6 * step : 6 * step + 6]}"
    for name, tints in _FIELDS.items()
    for step in range(FIELD_TINTS)
}
"""Tints of what is shown hour by hour, the same in every light; each goes one way in lightness, so that it is
read in grey too."""

SHEET: Palette = {
    "paper": "#F3EFE6", "bench": "#FBF9F4", "ink": "#1E292F", "second": "#5C686E",
    "hairline": "#CFC8BA", "accent": "#27726A", "wash": "#DCEAE5",
    "stop": "#A23B2C", "mind": "#8F5E12", "note": "#4B6A87",
    "cold": "#4B6A87", "warm": "#B0701A", "wet": "#5B2F52", "wet-2": "#8A5C80", "wet-3": "#B493AC",
    "tint:fibre": "#F1E4C3", "tint:board": "#E6D2B0", "tint:gypsum": "#ECEAE4",
    "tint:foam": "#E7E6D2", "tint:timber-end": "#DDC096", "tint:concrete": "#D9D8D2",
    "tint:metal": "#C3CACD", "tint:tile": "#C9C3C0", "tint:loose": "#EADFC9",
    "tint:soil": "#CDBBA0", "tint:gravel": "#DBD5C8", "tint:drain": "#DDE2DE",
    "tint:membrane": "#2F3B41", "tint:air": "#FBF9F4", "tint:unknown": "#F2D9D2",
    "hatch": "#7C8183",
    "tone:0": "#F6F1E4", "tone:1": "#E6DFC9", "tone:2": "#CFCBAE", "tone:3": "#AEB596",
    "tone:4": "#879C82",
    **_ramp("copper", "#FAF1E4", "#C98A5E", THICKNESS_TINTS), "kerb": "#FBF9F4",
    **_ramp("flood", "#E9E2E9", "#8A5C80", FLOOD_TINTS), **FIELDS,
}  # fmt: skip

LAMP: Palette = {
    "paper": "#181D20", "bench": "#1F2629", "ink": "#EAE5DA", "second": "#A9B0AE",
    "hairline": "#3B4549", "accent": "#6FC3B4", "wash": "#25393A",
    "stop": "#E58373", "mind": "#E0AE5C", "note": "#8FB0CF",
    "cold": "#8FB0CF", "warm": "#E0AE5C", "wet": "#CFA6C6", "wet-2": "#A67D9D", "wet-3": "#7E5B77",
    "tint:fibre": "#4A4431", "tint:board": "#4F432F", "tint:gypsum": "#3A3F40",
    "tint:foam": "#41443A", "tint:timber-end": "#5C4A31", "tint:concrete": "#3D4243",
    "tint:metal": "#4D5A61", "tint:tile": "#4B4A4C", "tint:loose": "#494231",
    "tint:soil": "#4C4234", "tint:gravel": "#474640", "tint:drain": "#364140",
    "tint:membrane": "#D6D1C5", "tint:air": "#1F2629", "tint:unknown": "#4A2F2B",
    "hatch": "#868D8D",
    "tone:0": "#23292A", "tone:1": "#2F3836", "tone:2": "#3E4B45", "tone:3": "#526459",
    "tone:4": "#6B8272",
    **_ramp("copper", "#2A2B2A", "#8A5B3F", THICKNESS_TINTS), "kerb": "#1F2629",
    **_ramp("flood", "#332F38", "#8E6786", FLOOD_TINTS), **FIELDS,
}  # fmt: skip

PRINT: Palette = {**SHEET, "paper": "#FFFFFF", "bench": "#FFFFFF", "tint:air": "#FFFFFF"}
"""For paper that is already white."""

PALETTES: Mapping[str, Palette] = {"sheet": SHEET, "lamp": LAMP}
