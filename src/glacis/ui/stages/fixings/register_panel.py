# SPDX-License-Identifier: GPL-3.0-or-later
"""The register of approvals over the bench, and the products that stand in their roles here."""

from collections.abc import Callable
from hashlib import sha256
from pathlib import Path

from msgspec.structs import replace
from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QHBoxLayout, QLineEdit, QVBoxLayout, QWidget

from glacis.core.errors import GlacisError
from glacis.core.fixings.change import put_evidence
from glacis.core.fixings.evidence import Asked, judge_evidence
from glacis.core.model.fixings import Evidence, Role
from glacis.core.units.quantities import Quantity
from glacis.files.errors import shown_name
from glacis.ui.desk import Desk, today
from glacis.ui.plain import plain_tip
from glacis.ui.prompts import Prompts
from glacis.ui.stages.fixings.hand import FixingsHand
from glacis.ui.widgets.bench_panel import BenchPanel
from glacis.ui.widgets.buttons import push_button
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.labels import label, tight
from glacis.ui.widgets.node_sheet import Column, NodeSheet

REGISTER = (
    Column("id", "number", "Number of the approval", 104, words=True),
    Column("title", "about", "What it is about", 170, words=True),
    Column("issuer", "by", "Who stands for it", 110, words=True),
    Column("expires", "runs out", "Last day as year-month-day", 96, words=True),
    Column(
        "uplift",
        "proved to",
        "Suction up to which it was proved",
        100,
        Quantity.LOAD,
        zero="not said",
    ),
    Column("fire", "fire", "Fire class it proves", 84, words=True),
)
ROLES = (
    Column("role", "role", "Role in the set", 130, words=True),
    Column("product", "product", "Product in that role", 204, words=True),
)


Offered = tuple[str, str, Callable[[], None]]
"""Words of a button, its hint, and what it does."""


class RegisterPanel(BenchPanel):
    """Approvals and products."""

    said = pyqtSignal(str, bool)

    def __init__(self, desk: Desk, hand: FixingsHand, prompts: Prompts, parent: QWidget) -> None:
        super().__init__("Approvals", parent)
        self._desk, self._hand, self._prompts = desk, hand, prompts
        self.register = NodeSheet("Register of approvals", Evidence, REGISTER)
        self.register.changed.connect(self._take_register)
        self.register.said.connect(self.said)
        self.register.currentCellChanged.connect(lambda *_: self._show_covers())
        self.column.addWidget(self.register, 2)
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        for each in (
            ("Add one", "Another approval", self._add),
            ("Take it out", "Take the approval in the hand out", self.register.take_away),
            ("Its file…", "Take the fingerprint of its file", self._take_file),
            ("Read…", "Approvals from a table", self.read),
        ):
            row.addWidget(push_button(*each))
        row.addStretch(1)
        row.addWidget(label("laid on", "second small"))
        self.laid = QLineEdit()
        self.laid.setPlaceholderText("year-month-day")
        self.laid.setAccessibleName("Day this area is laid")
        self.laid.setToolTip(plain_tip("Day this area is laid, as year-month-day: Return takes it"))
        self.laid.setMaximumWidth(120)
        self.laid.editingFinished.connect(self._take_laid)
        row.addWidget(self.laid)
        row.addWidget(label("goes by", "second small"))
        self.chosen = chooser("Approval this area goes by", ())
        self.chosen.setMaximumWidth(170)
        self.chosen.activated.connect(
            lambda _k: self._hand.state(
                "Choose an approval", {"evidence": self.chosen.currentData()}
            )
        )
        row.addWidget(self.chosen)
        self.column.addLayout(row)
        beside = tight(QHBoxLayout(), (0, 0, 0, 0), 10)
        self.covers = NodeSheet(
            "Products that the approval in the hand was tested with", Role, ROLES
        )
        self.covers.changed.connect(self._take_covers)
        self.products = NodeSheet("Products that stand in these roles here", Role, ROLES)
        self.products.changed.connect(self._take_products)
        beside.addWidget(
            self._sheet("Tested together, by the approval in the hand", self.covers), 1
        )
        own = self._sheet(
            "Here on this area",
            self.products,
            ("As tested", "Take the products over", self._as_tested),
        )
        beside.addWidget(own, 1)
        self.column.addLayout(beside, 2)
        self.told = label("", "second small", wrap=True)
        self.column.addWidget(self.told)
        self.finish()

    def _sheet(self, words: str, sheet: NodeSheet, *more: Offered) -> QWidget:
        """A sheet of products under its name, with what can be done to it."""
        held = QWidget()
        whole = tight(QVBoxLayout(held), (0, 0, 0, 0), 4)
        whole.addWidget(label(words, "second small"))
        whole.addWidget(sheet, 1)
        row = tight(QHBoxLayout(), (0, 0, 0, 0), 6)
        usual: tuple[Offered, ...] = (
            ("Add", "Another role", lambda: sheet.add(Role(role="sheet", product="product"))),
            ("Take out", "Take the role in the hand out", sheet.take_away),
        )
        for each in (*usual, *more):
            row.addWidget(push_button(*each))
        row.addStretch(1)
        whole.addLayout(row)
        return held

    @property
    def _in_hand(self) -> Evidence | None:
        register = self._desk.project.evidence
        row = self.register.currentRow()
        return register[row] if 0 <= row < len(register) else register[0] if register else None

    def refresh(self) -> None:
        """Show register and products as they are."""
        project, system, stated = self._desk.project, self._desk.system, self._hand.stated
        self.register.show_nodes(project.evidence, system)
        self.products.show_nodes(stated.products, system)
        self._show_covers()
        if not (self.laid.hasFocus() and self.laid.isModified()):
            self.laid.setText(stated.laid)
        self.chosen.clear()
        self.chosen.addItem("what fits best", "")
        for evidence in project.evidence:
            self.chosen.addItem(evidence.id, evidence.id)
        self.chosen.setCurrentIndex(max(0, self.chosen.findData(stated.evidence)))

    def _show_covers(self) -> None:
        evidence = self._in_hand
        self.covers.show_nodes(evidence.covers if evidence is not None else (), self._desk.system)
        self.told.setText(self._words(evidence))

    def _words(self, evidence: Evidence | None) -> str:
        area = self._hand.area
        if evidence is None or area is None:
            return "No approval is in the register yet. Sheet, plate, screw, board and deck are tested together."
        worst = max((zone.design for zone in self._hand.wind.zones), default=0.0)
        placed = self._hand.placed
        asked = Asked(
            self._hand.stated.products, area.pitch, placed.set.substrate if placed is not None else "", worst,
            self._hand.stated.laid, today(),
        )  # fmt: skip
        judged = judge_evidence(evidence, asked)
        file = (
            f" Its file {evidence.file} is known by {evidence.digest[:12]}."
            if evidence.digest
            else ""
        )
        if judged.holds:
            return f"{evidence.id} stands for this area as it is.{file}"
        return f"{evidence.id}: " + "; ".join(words for _, words in judged.gaps) + f".{file}"

    def _take_register(self, register: tuple[Evidence, ...]) -> None:
        def put(project):  # type: ignore[no-untyped-def]
            bare = replace(project, evidence=())
            for evidence in register:
                bare = put_evidence(bare, evidence)
            return bare

        if not self._desk.act("Change the register", put):
            self.register.refuse()
        self.refresh()

    def _add(self) -> None:
        known = {evidence.id for evidence in self._desk.project.evidence}
        number = next(k for k in range(1, 1000) if f"A-{k:02d}" not in known)
        self.register.add(Evidence(id=f"A-{number:02d}", title="approval"))

    def _take_laid(self) -> None:
        if self.laid.text().strip() != self._hand.stated.laid:
            self._hand.state("State the day of laying", {"laid": self.laid.text().strip()})
            self.refresh()

    def _take_covers(self, covers: tuple[Role, ...]) -> None:
        evidence = self._in_hand
        if evidence is None:
            return
        made = replace(evidence, covers=covers)
        if not self._desk.act("Change what was tested", lambda p: put_evidence(p, made)):
            self.covers.refuse()
        self.refresh()

    def _take_products(self, products: tuple[Role, ...]) -> None:
        if not self._hand.state("Substitute a product", {"products": products}):
            self.products.refuse()
        self.refresh()

    def _as_tested(self) -> None:
        evidence = self._in_hand
        if evidence is not None:
            self._take_products(evidence.covers)

    def _take_file(self) -> None:
        evidence = self._in_hand
        path = self._prompts.evidence_path(self) if evidence is not None else None
        if evidence is None or path is None:
            return
        try:
            digest = sha256(Path(path).read_bytes()).hexdigest()
        except OSError as fault:
            self._prompts.tell(self, "Not read", str(fault))
            return
        made = replace(evidence, digest=digest, file=shown_name(path))
        self._desk.act("Take the fingerprint of an approval", lambda p: put_evidence(p, made))
        self.refresh()

    def read(self) -> None:
        """Approvals from a table."""
        from glacis.files.fixings_table import read_register

        path = self._prompts.evidence_table_path(self)
        if path is None:
            return
        try:
            found = read_register(path)
        except GlacisError as fault:
            self._prompts.tell(self, "Not read", str(fault))
            return

        def put(project):  # type: ignore[no-untyped-def]
            for evidence in found:
                project = put_evidence(project, evidence)
            return project

        if self._desk.act("Read approvals", put):
            self.said.emit(f"{len(found)} approvals read from {shown_name(path)}", False)
        self.refresh()
