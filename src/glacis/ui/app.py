# SPDX-License-Identifier: GPL-3.0-or-later
"""Start the window."""

import gc
import sys
from collections.abc import Callable
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
from glacis.session.journal import Recovered, discard, orphans
from glacis.session.kernels import compile_elsewhere, load_beside, make_ready
from glacis.session.places import config_folder, journal_folder
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


class Homes(Struct, frozen=True):
    """Folders of a user: settings, and journals of what is not saved."""

    config: Path
    journals: Path


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
    around = Surroundings(homes.journals, post.deliver, "figures")
    session = ProjectSession(project, load_library(), sites, stages, around)
    desk = Desk(session, settings, homes.config)
    post.setParent(desk)
    window = MainWindow(desk, prompts)
    if path is not None:
        fault = desk.take_up(lambda: session.documents.open(path))
        if fault:
            QTimer.singleShot(0, lambda: prompts.tell(window, "Not opened", fault))
    return window


def offer_recovery(window: MainWindow, journals: Path) -> None:
    """Offer what a crash left behind."""
    for found in orphans(journals):
        name = found.path.name if found.path else found.project.name
        text = f"{name} was being edited when Glacis last ended without closing it."
        if window.prompts.confirm(window, "Recover", text, "Recover it"):
            _recover(window, found)
            return
        discard(found)


def _recover(window: MainWindow, found: Recovered) -> None:
    blank = empty_project(window.desk.sites)

    def take() -> str:
        window.papers.documents.recover(found, blank)
        return ""

    window.desk.take_up(take)


def _last_resort(window: MainWindow) -> None:
    """Tell of an error that nobody caught, and go on: the document is on the desk."""

    def hook(kind: type[BaseException], fault: BaseException, trace: TracebackType | None) -> None:
        import traceback

        sys.stderr.write("".join(traceback.format_exception(kind, fault, trace)))
        window.say(f"Something went wrong inside Glacis ({kind.__name__}: {fault}). "
                   "Your document is safe; the last step may not have been done.", True)  # fmt: skip

    sys.excepthook = hook


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


def _put_icon(application: QApplication) -> None:
    from glacis.ui.icon import app_icon

    application.setWindowIcon(app_icon())


def run_window(
    demo: bool, path: Path | None, shown: Callable[[MainWindow], None] | None = None
) -> int:
    """Open the window, tell ``shown`` of it, and stay until it is closed."""
    QGuiApplication.setDesktopFileName("glacis")
    compiled = make_ready()
    homes = Homes(config_folder(), journal_folder())
    scale_text(load_settings(homes.config).text_size)
    application = QApplication([*sys.argv[:1], *QT_ARGUMENTS])
    application.setApplicationName("Glacis")
    window = make_window(demo, path, homes, Prompts())
    _last_resort(window)
    window.seen.connect(gc.enable)
    window.seen.connect(lambda: _put_icon(application))
    window.seen.connect(lambda: offer_recovery(window, homes.journals))
    if not compiled:
        window.seen.connect(compile_elsewhere)
    elif window.desk.project.falls:
        window.judge = partial(_judge_once_loaded, window)
    window.show()
    if shown is not None:
        shown(window)
    return application.exec()
