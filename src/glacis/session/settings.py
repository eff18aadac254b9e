# SPDX-License-Identifier: GPL-3.0-or-later
"""What the program remembers between runs: window, theme, recent files."""

from contextlib import suppress
from pathlib import Path
from typing import Literal

import msgspec
from msgspec import Struct

from glacis.files.atomic import write_atomic
from glacis.files.errors import FileRefused

MOST_RECENT = 10
Theme = Literal["sheet", "lamp"]


class Settings(Struct, frozen=True):
    """Remembered choices.

    Attributes:
        theme: light (sheet) or dark (lamp).
        places: the window's place by arrangement of screens, as text from the window itself.
        text_size: of everything [percent], from the next start on.
        findings_open: whether the findings are unfolded.
        show_temperature: whether the temperature line lies over the section.
        show_vapour: whether the vapour line does.
        show_threads: whether the four control layers are traced beside it.
        recent: files opened last, newest first.
        decider: who last put a decision on record.
        role: in which role.
        favourites: ids of materials that stand first in the palette.
    """

    theme: Theme = "sheet"
    places: dict[str, str] = {}
    text_size: int = 100
    findings_open: bool = True
    show_temperature: bool = True
    show_vapour: bool = False
    show_threads: bool = True
    recent: tuple[str, ...] = ()
    decider: str = ""
    role: str = ""
    favourites: tuple[str, ...] = ()


def load_settings(folder: Path) -> Settings:
    """The remembered settings; what cannot be read counts as not remembered."""
    try:
        return msgspec.json.decode((folder / "settings.json").read_bytes(), type=Settings)
    except (OSError, msgspec.MsgspecError):
        return Settings()


def save_settings(settings: Settings, folder: Path) -> None:
    """Remember ``settings``; a folder that cannot be written is no reason to stop."""
    with suppress(OSError, FileRefused):
        folder.mkdir(parents=True, exist_ok=True)
        content = msgspec.json.format(msgspec.json.encode(settings), indent=2)
        write_atomic(folder / "settings.json", content)


def with_recent(settings: Settings, path: Path) -> Settings:
    """``settings`` with ``path`` as the newest file."""
    name = str(path.resolve())
    recent = (name, *(old for old in settings.recent if old != name))[:MOST_RECENT]
    return msgspec.structs.replace(settings, recent=recent)
