"""The window on the demo, as ``glacis --demo`` opens it, until it is painted and usable."""

import os
import sys
from pathlib import Path

from PyQt6.QtWidgets import QApplication

from bare_window import FirstPaint
from glacis.ui.app import make_window
from glacis.ui.prompts import Prompts


def main() -> int:
    """Show the window."""
    application = QApplication(sys.argv[:1])
    home = Path(os.environ["GLACIS_HOME"])
    window = make_window(True, None, home / "config", home / "journal", Prompts())
    watcher = FirstPaint()
    window.bench("build-up").focusProxy().installEventFilter(watcher)
    window.show()
    code = application.exec()
    window.documents.close()
    return code


if __name__ == "__main__":
    sys.exit(main())
