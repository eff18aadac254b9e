"""The window on the demo, as ``glacis --demo`` opens it, until it is painted and usable."""

import sys
import tempfile
from pathlib import Path

from bare_window import FirstPaint
from PyQt6.QtWidgets import QApplication

from glacis.ui.app import make_window
from glacis.ui.prompts import Prompts


def main() -> int:
    """Show the window."""
    application = QApplication(sys.argv[:1])
    with tempfile.TemporaryDirectory() as folder:
        home = Path(folder)
        window = make_window(True, None, home / "config", home / "journal", Prompts())
        watcher = FirstPaint()
        window.bench("build-up").findChild(type(window.core._plan)).installEventFilter(watcher)
        window.show()
        code = application.exec()
        window.documents.close()
    return code


if __name__ == "__main__":
    sys.exit(main())
