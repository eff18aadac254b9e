"""Set the stage before Qt is imported: no display, and a screen large enough for the window."""

import os
from pathlib import Path

_SCREENS = Path(__file__).parent / "data" / "screens.json"

if os.environ.get("QT_QPA_PLATFORM", "offscreen") == "offscreen":
    os.environ["QT_QPA_PLATFORM"] = f"offscreen:configfile={_SCREENS}"
