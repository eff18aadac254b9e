"""Where settings and journals live on this machine."""

import os
from pathlib import Path

import platformdirs

APP = "glacis"


def config_folder() -> Path:
    """Folder of the settings; ``GLACIS_HOME`` moves it, as tests and portable use want."""
    home = os.environ.get("GLACIS_HOME")
    return Path(home) / "config" if home else Path(platformdirs.user_config_dir(APP))


def journal_folder() -> Path:
    """Folder of the autosave journals."""
    home = os.environ.get("GLACIS_HOME")
    return Path(home) / "journal" if home else Path(platformdirs.user_state_dir(APP)) / "journal"
