# SPDX-License-Identifier: GPL-3.0-or-later
"""The window on the demo, as ``glacis --demo`` opens it, until it is painted and usable."""

import sys
from typing import TYPE_CHECKING

from glacis.cli.main import open_window

if TYPE_CHECKING:
    from glacis.ui.window import MainWindow


def watch(window: "MainWindow") -> None:
    """Leave once the section has been painted."""
    from bare_window import FirstPaint

    watcher = FirstPaint(window)
    window.bench("build-up").focusProxy().installEventFilter(watcher)


if __name__ == "__main__":
    sys.exit(open_window(True, None, watch))
