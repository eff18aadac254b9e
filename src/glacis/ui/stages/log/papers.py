# SPDX-License-Identifier: GPL-3.0-or-later
"""Tables that leave the Log bench and come back: the sheet for the roof, the likelihood table."""

from pathlib import Path

from PyQt6.QtCore import QObject, pyqtSignal
from PyQt6.QtWidgets import QWidget

from glacis.core.errors import GlacisError
from glacis.core.log.change import add_entry, put_shares
from glacis.core.model.document import Project
from glacis.core.model.log import Entry, Inspected, Spot
from glacis.files.log_table import read_shares, read_sheet, shares_csv, sheet_csv
from glacis.ui.desk import Desk, today
from glacis.ui.outputs import write_out
from glacis.ui.prompts import Prompts
from glacis.ui.stages.log.hand import LogHand


class LogPapers(QObject):
    """Writes tables and takes them back, all or nothing."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, prompts: Prompts, hand: LogHand, over: QWidget) -> None:
        super().__init__(over)
        self._desk, self._prompts, self._hand, self._over = desk, prompts, hand, over

    def take_usual(self) -> None:
        """Take the shares that come with Glacis again."""
        self._desk.act("Take the usual table", lambda p: put_shares(p, ()))

    def _write_text(self, title: str, proposal: str, text: str) -> None:
        path = self._prompts.save_path(self._over, title, proposal, "CSV (*.csv)")
        if path is None:
            return
        said = write_out(self._desk, self._prompts, self._over, path, text.encode)
        if said:
            self.said.emit(said, False)

    def write_sheet(self) -> None:
        """What is still to be seen on the selected area, to be filled in on the roof."""
        self._write_text(
            "Write the sheet", "roof sheet.csv", sheet_csv(self._hand.log, (self._hand.area,))
        )

    def write_table(self) -> None:
        """The likelihood table, to be edited."""
        text = shares_csv(self._hand.table, self._hand.log.shares)
        self._write_text("Write the likelihood table", "likelihoods.csv", text)

    def read_table(self) -> None:
        """Shares that a table states otherwise."""
        path = self._prompts.table_path(self._over)
        if path is None:
            return
        try:
            own = read_shares(path)
        except GlacisError as fault:
            self._prompts.tell(self._over, "Nothing was taken", str(fault))
            return
        if self._desk.act("Take a likelihood table", lambda p: put_shares(p, own)):
            self.said.emit(f"{len(own)} shares stated otherwise.", False)

    def read_back(self) -> None:
        """The sheet as it came back from the roof."""
        path = self._prompts.table_path(self._over)
        who = (
            self._prompts.name(self._over, "Who walked the roof?", self._desk.project.author)
            if path
            else None
        )
        if path is None or not who:
            return
        self.take_back(path, who)

    def take_back(self, path: Path, who: str) -> None:
        """An inspection with what a sheet says, all or nothing."""
        ident = f"inspected-{len(self._hand.log.entries) + 1}"
        walk = Entry(
            id=ident, what=Inspected(), spot=Spot(area=self._hand.area), date=today(), who=who
        )
        try:
            entries = read_sheet(path, self._hand.log, walk)
        except GlacisError as fault:
            self._prompts.tell(self._over, "Nothing was taken", str(fault))
            return

        def all_of_them(project: Project) -> Project:
            for entry in entries:
                project = add_entry(project, entry, today())
            return project

        if self._desk.act("Read an inspection", all_of_them):
            self.said.emit(f"{len(entries) - 1} observations taken.", False)
