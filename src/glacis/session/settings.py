# SPDX-License-Identifier: GPL-3.0-or-later
"""What the program remembers between runs: window, theme, recent files."""

import os
from pathlib import Path
from typing import Literal

import msgspec
from msgspec import Struct

from glacis.files.atomic import write_atomic
from glacis.files.errors import FileRefused
from glacis.files.reading import MEBI, read_whole

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
    """The remembered settings; what cannot be read, whatever it is, counts as not remembered."""
    try:
        content = read_whole(folder / "settings.json", MEBI)
        return msgspec.json.decode(content, type=Settings)
    except (FileRefused, msgspec.MsgspecError, UnicodeError, RecursionError):
        return Settings()


def save_settings(settings: Settings, folder: Path) -> str:
    """Remember ``settings``; the answer says what keeps it from it, which is no reason to stop."""
    try:
        folder.mkdir(parents=True, exist_ok=True)
        content = msgspec.json.format(msgspec.json.encode(settings), indent=2)
        write_atomic(folder / "settings.json", content)
    except (OSError, FileRefused, UnicodeError) as fault:
        return getattr(fault, "strerror", None) or str(fault)
    return ""


def with_recent(settings: Settings, path: Path) -> Settings:
    """``settings`` with ``path`` as the newest file."""
    name = os.fsencode(os.path.realpath(path)).decode("utf-8", "replace")
    recent = (name, *(old for old in settings.recent if old != name))[:MOST_RECENT]
    return msgspec.structs.replace(settings, recent=recent)
