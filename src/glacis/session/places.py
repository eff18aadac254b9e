# SPDX-License-Identifier: GPL-3.0-or-later
"""Where settings, journals and caches live on this machine.

The folders are those of the XDG base directory specification. The library for them would
cost a twentieth of the start, and two environment variables are all there is to it on Linux.
"""

import os
from contextlib import suppress
from pathlib import Path

APP = "glacis"


def _base(variable: str, usual: str) -> Path:
    """A base folder: as the variable says where it is absolute, else the usual one at home."""
    stated = os.environ.get(variable, "")
    if os.path.isabs(stated):
        return Path(stated)
    try:
        return Path.home() / usual
    except RuntimeError:  # nobody knows of a home: what is kept there is told as not kept
        return Path(os.devnull) / usual


def config_folder() -> Path:
    """Folder of the settings; ``GLACIS_HOME`` moves it, as tests and portable use want."""
    home = os.environ.get("GLACIS_HOME")
    return Path(home) / "config" if home else _base("XDG_CONFIG_HOME", ".config") / APP


def journal_folder() -> Path:
    """Folder of the autosave journals."""
    home = os.environ.get("GLACIS_HOME")
    return (Path(home) if home else _base("XDG_STATE_HOME", ".local/state") / APP) / "journal"


def cache_folder() -> Path:
    """Folder of what can be made again."""
    home = os.environ.get("GLACIS_HOME")
    return Path(home) / "cache" if home else _base("XDG_CACHE_HOME", ".cache") / APP


def series_folder() -> Path:
    """Folder of the series of numbers that documents name by their content."""
    home = os.environ.get("GLACIS_HOME")
    return (Path(home) if home else _base("XDG_DATA_HOME", ".local/share") / APP) / "series"


def leave_folder() -> None:
    """Go where nobody puts files of settings: libraries read some from the folder they are run in."""
    with suppress(OSError):
        os.chdir("/")


def random_name() -> str:
    """A name that no other file, window or gesture has."""
    return os.urandom(12).hex()
