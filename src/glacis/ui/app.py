# SPDX-License-Identifier: GPL-3.0-or-later
"""Start the window."""

import gc
import os
import sys
from collections.abc import Callable
from contextlib import suppress
from functools import partial
from pathlib import Path
from types import TracebackType

from msgspec import Struct
from PyQt6.QtCore import QTimer
from PyQt6.QtGui import QGuiApplication
from PyQt6.QtWidgets import QApplication

from glacis.core.stages import STAGES, Stage
from glacis.demo.shipped import shipped_demo
from glacis.files.libraries import load_library, load_sites
from glacis.session.kernels import compile_elsewhere, load_beside, make_ready
from glacis.session.places import config_folder, journal_folder, leave_folder, series_folder
from glacis.session.project_session import ProjectSession, Surroundings
from glacis.session.settings import load_settings
from glacis.ui.desk import Desk
from glacis.ui.papers import empty_project
from glacis.ui.post import Post
from glacis.ui.prompts import Prompts
from glacis.ui.stand import scale_text
from glacis.ui.theme.theme import QT_ARGUMENTS, apply_theme
from glacis.ui.window import MainWindow

LOOK_EVERY = 30
"""How often it is looked whether the kernels are loaded [ms]."""


SIGNALLED = 128
"""Exit code of a program that a signal ended, less the signal's number."""


class Homes(Struct, frozen=True):
    """Folders of a user: settings, journals of what is not saved, series that documents name."""

    config: Path
    journals: Path
    series: Path | None = None


def make_window(
    demo: bool,
    path: Path | None,
    homes: Homes,
    prompts: Prompts,
    stages: tuple[Stage, ...] = STAGES,
) -> MainWindow:
    """The window on the demo, a file or nothing."""
    application = QApplication.instance()
    settings = load_settings(homes.config)
    if isinstance(application, QApplication):
        apply_theme(application, settings.theme)
    sites = load_sites()
    project = shipped_demo() if demo else empty_project(sites)
    post = Post()
    around = Surroundings(homes.journals, homes.series, post.deliver, "figures")
    session = ProjectSession(project, load_library(), sites, stages, around)
    desk = Desk(session, settings, homes.config)
    post.setParent(desk)
    window = MainWindow(desk, prompts)
    if path is not None:
        fault = desk.take_up(lambda: session.documents.open(path))
        if fault:
            QTimer.singleShot(0, lambda: prompts.tell(window, "Not opened", fault))
    return window


class LastResort:
    """Tells of an error that nobody caught, and goes on: the document is on the desk."""

    def __init__(self) -> None:
        self.window: MainWindow | None = None
        sys.excepthook = self

    def __call__(
        self, kind: type[BaseException], fault: BaseException, trace: TracebackType | None
    ) -> None:
        """Write the whole story to the standard error, and a sentence into the window."""
        import traceback

        with suppress(OSError, ValueError):
            sys.stderr.write("".join(traceback.format_exception(kind, fault, trace)))
        if self.window is not None:
            self.window.say(f"Something went wrong inside Glacis ({kind.__name__}: {fault}). "
                            "Your document is safe; the last step may not have been done.", True)  # fmt: skip


def _judge_once_loaded(window: MainWindow) -> None:
    """Load what falls need beside the window, so that it moves meanwhile, and judge the roof then."""
    loading = load_beside()
    timer = QTimer(window)

    def look() -> None:
        if not loading.is_alive():
            timer.stop()
            window.desk.session.judge_all()

    timer.timeout.connect(look)
    timer.start(LOOK_EVERY)


def _offer_recovery(window: MainWindow, journals: Path) -> None:
    from glacis.ui.recovery import offer_recovery

    offer_recovery(window, journals)


def _put_icon(application: QApplication) -> None:
    from glacis.ui.icon import app_icon

    application.setWindowIcon(app_icon())


def run_window(
    demo: bool, path: Path | None, shown: Callable[[MainWindow], None] | None = None
) -> int:
    """Open the window, tell ``shown`` of it, and stay until it is closed."""
    last_resort = LastResort()
    path = path.absolute() if path is not None else None
    leave_folder()
    QGuiApplication.setDesktopFileName("glacis")
    compiled = make_ready()
    homes = Homes(config_folder(), journal_folder(), series_folder())
    scale_text(load_settings(homes.config).text_size)
    application = QApplication([*sys.argv[:1], *QT_ARGUMENTS])
    application.setApplicationName("Glacis")
    window = make_window(demo, path, homes, Prompts())
    last_resort.window = window
    window.seen.connect(gc.enable)
    window.seen.connect(lambda: _put_icon(application))
    window.seen.connect(lambda: _offer_recovery(window, homes.journals))
    if not compiled:
        window.seen.connect(compile_elsewhere)
    elif window.desk.project.falls or window.desk.project.airs:
        window.judge = partial(_judge_once_loaded, window)
    window.seen.connect(lambda: _hear_endings(window))
    window.show()
    if shown is not None:
        shown(window)
    code = application.exec()
    if code >= SIGNALLED:
        # told to end: the last change is kept, and taking the window down beside running jobs can crash
        sys.stdout.flush()
        os._exit(code)
    return code


def _hear_endings(window: MainWindow) -> None:
    """From now on a signal to end keeps the last change and asks nothing."""
    from glacis.ui.signals import Endings

    def end(number: int) -> None:
        window.desk.session.leave()
        QApplication.exit(SIGNALLED + number)

    Endings(window, end)
