# SPDX-License-Identifier: GPL-3.0-or-later
"""The faces that ship with Glacis, for window and print."""

from pathlib import Path

FILES = {
    "regular": "SourceSans3-Regular.ttf",
    "semibold": "SourceSans3-Semibold.ttf",
    "mono": "FiraCode-Regular.ttf",
}


def font_path(face: str) -> Path:
    """The file of a face."""
    return Path(__file__).parent / "fonts" / FILES[face]
