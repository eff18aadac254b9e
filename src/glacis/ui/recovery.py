# SPDX-License-Identifier: GPL-3.0-or-later
"""Offer what a crash left behind; nothing is thrown away unless the user says so."""

from datetime import datetime
from pathlib import Path

from glacis.core.errors import GlacisError
from glacis.files.errors import shown_name
from glacis.session.recovery import Recovered, discard, left_behind
from glacis.ui.papers import empty_project
from glacis.ui.window import MainWindow

TAKE, OPEN, KEEP, DROP = "Recover it", "Open the file", "Keep it for later", "Throw it away"


def _words(found: Recovered) -> str:
    path, project = found.kept.path, found.kept.project
    name = shown_name(path) if path is not None else project.name or "A project without a name"
    when = datetime.fromtimestamp(found.when)  # noqa: DTZ006 - the clock on the designer's wall
    text = (
        f"{name} was being edited when Glacis last ended without closing it. Its last changes are "
        f"of {when:%Y-%m-%d, %H:%M}."
    )
    if found.overtaken:
        text += (
            " The file itself was saved by someone else since. Recovered, the work has no file of its "
            "own; the file stays as it is."
        )
    return text


def offer_recovery(window: MainWindow, journals: Path) -> None:
    """Offer each document that was left behind, the newest first, until one is on the desk."""
    behind = left_behind(journals)
    if behind.damaged:
        count = len(behind.damaged)
        names = "a journal" if count == 1 else f"{count} journals"
        window.say(f"Autosave left {names} that cannot be read; kept in {journals}.", True)
    for found in behind.found:
        offered = (TAKE, OPEN, KEEP, DROP) if found.overtaken else (TAKE, KEEP, DROP)
        answer = window.prompts.choose(window, "Recover", _words(found), offered)
        if answer == DROP:
            discard(found)
        elif answer == TAKE:
            _recover(window, found)
            return
        elif answer == OPEN and found.kept.path is not None:
            window.papers.open_path(found.kept.path)
            return


def _recover(window: MainWindow, found: Recovered) -> None:
    blank = empty_project(window.desk.sites)

    def take() -> str:
        try:
            window.papers.documents.recover(found, blank)
        except GlacisError as fault:
            return str(fault)
        return ""

    fault = window.desk.take_up(take)
    if fault:
        window.prompts.tell(
            window, "Not recovered", f"{fault} It is kept in {found.journal.parent}."
        )
