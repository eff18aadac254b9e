"""The faces that ship with Glacis, for window and print."""

from importlib import resources
from pathlib import Path

FILES = {
    "regular": "SourceSans3-Regular.ttf",
    "semibold": "SourceSans3-Semibold.ttf",
    "mono": "FiraCode-Regular.ttf",
}


def font_path(face: str) -> Path:
    """The file of a face."""
    return Path(str(resources.files("glacis.report").joinpath("fonts", FILES[face])))
