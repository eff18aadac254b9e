# SPDX-License-Identifier: GPL-3.0-or-later
"""The least a PyQt6 program can do: one label, painted."""

import os
import sys

from PyQt6.QtCore import QEvent, QObject
from PyQt6.QtWidgets import QApplication, QLabel


class FirstPaint(QObject):
    """Ends the program once the label has been painted."""

    def eventFilter(self, watched: QObject | None, event: QEvent | None) -> bool:
        """Watch for the first paint."""
        if event is not None and event.type() == QEvent.Type.Paint:
            QApplication.postEvent(self, QEvent(QEvent.Type.User))
        return super().eventFilter(watched, event)

    def event(self, event: QEvent | None) -> bool:
        """The paint is over: leave at once, since what is timed ends here."""
        if event is not None and event.type() == QEvent.Type.User:
            os._exit(0)
        return super().event(event)


def main() -> int:
    """Show the label."""
    application = QApplication(sys.argv[:1])
    label = QLabel("Glacis")
    watcher = FirstPaint(application)
    label.installEventFilter(watcher)
    label.resize(1280, 800)
    label.show()
    return application.exec()


if __name__ == "__main__":
    sys.exit(main())
