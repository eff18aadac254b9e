# SPDX-License-Identifier: GPL-3.0-or-later
"""The approach chooser: what each school is, what it asks for, and what it would change here."""

from functools import partial

from PyQt6.QtCore import QRect, QSize, Qt, pyqtSignal
from PyQt6.QtWidgets import (
    QFrame,
    QHBoxLayout,
    QListWidget,
    QListWidgetItem,
    QPushButton,
    QScrollArea,
    QVBoxLayout,
    QWidget,
)

from glacis.core.analysis.propose import (
    propose,
    refusal_for_all,
    setting_of,
    sharing,
    suited,
)
from glacis.core.build_up.approaches.catalogue import APPROACHES, Approach, approach_of
from glacis.core.model.document import ApproachId
from glacis.core.model.edit import Change
from glacis.report.scene import saying
from glacis.report.section import SectionStyle, section_scene
from glacis.ui.desk import Desk
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.plain import plain_tip
from glacis.ui.theme.theme import colour
from glacis.ui.widgets.effects import effect_grid
from glacis.ui.widgets.labels import clear, label, tight
from glacis.ui.widgets.overlay import Overlay
from glacis.ui.widgets.paragraph import Paragraph

LIST, TEXT, CORE = 232, 288, 156
ROLE = Qt.ItemDataRole.UserRole + 1


class ApproachPanel(Overlay):
    """A list at the left; at the right what the chosen one is and does."""

    taken = pyqtSignal()

    def __init__(self, desk: Desk, parent: QWidget) -> None:
        super().__init__("Choose an approach", parent)
        self._desk = desk
        body = tight(QHBoxLayout(), (0, 0, 0, 0), 16)
        self.list = QListWidget()
        self.list.setFixedWidth(LIST)
        self.list.setAccessibleName("Approaches")
        self.list.setToolTip("Up and Down to look, Return to take")
        self.list.currentItemChanged.connect(self._show)
        self.list.itemActivated.connect(lambda _item: self._take())
        body.addWidget(self.list)
        self._scroll = QScrollArea()
        self._scroll.setWidgetResizable(True)
        for area in (self.list, self._scroll):
            area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self._scroll.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        inside = QFrame()
        inside.setProperty("ground", "bench")
        self._text = tight(QVBoxLayout(inside), (0, 0, 8, 0), 3)
        self._scroll.setWidget(inside)
        body.addWidget(self._scroll, 1)
        self.core = Canvas("The build-up it would be", QSize(CORE, 300))
        self.core.setFixedWidth(CORE)
        self.core.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        body.addWidget(self.core)
        self.column.addLayout(body, 1)
        self.take = QPushButton("Take this approach")
        self.take.setProperty("leading", True)
        self.take.setToolTip("Build the area this way; one undo takes it back (Return)")
        self.take.clicked.connect(self._take)
        self.only = QPushButton("Only here")
        self.only.setToolTip("Give this area a build-up of its own; the others stay as they are")
        self.only.clicked.connect(lambda: self._take(only_here=True))
        self.buttons.addWidget(self.take)
        self.buttons.addWidget(self.only)
        self.finish()

    def open_over(self, area: QRect) -> None:
        """Show all approaches, the present one chosen."""
        result = self._desk.area
        if result is None:
            return
        self.show_over(area, area.width())
        shared = len(sharing(self._desk.project, result.roof.area.id))
        self.take.setText(f"Take it for {shared} areas" if shared > 1 else "Take this approach")
        self.only.setVisible(shared > 1)
        self.list.clear()
        for approach, refusal in suited(APPROACHES, setting_of(result.roof)):
            item = QListWidgetItem(approach.name)
            if refusal:
                item.setForeground(colour(self._desk.palette["second"]))
                item.setToolTip(plain_tip(refusal))
            item.setData(ROLE, approach.id)
            self.list.addItem(item)
            if approach.id == result.roof.assembly.approach:
                self.list.setCurrentItem(item)
        if self.list.currentItem() is None:
            self.list.setCurrentRow(0)
        self.list.setFocus()

    def choose(self, identifier: str) -> None:
        """Look at one approach."""
        for row in range(self.list.count()):
            item = self.list.item(row)
            if item is not None and item.data(ROLE) == identifier:
                self.list.setCurrentRow(row)

    def _show(self) -> None:
        item, result = self.list.currentItem(), self._desk.area
        clear(self._text)
        if item is None or result is None:
            return
        approach = approach_of(item.data(ROLE))
        area = result.roof.area
        session = self._desk.session
        refusal = approach.refusal(setting_of(result.roof))
        for_all = refusal_for_all(session.analyser, session.project, area.id, approach)
        self._tell(approach, refusal or for_all)
        self.take.setEnabled(not for_all)
        self.only.setEnabled(not refusal)
        if refusal:
            self.core.show_scene(saying(""), self._desk.palette)
            self._text.addStretch(1)
            return
        results = self._desk.consider(self._change(area.id, approach.id, bool(for_all)))
        after, detail = results.of(area.id), results.detail(area.id)
        style = partial(SectionStyle, system=self._desk.system, labels="thickness")
        self.core.show_scene(
            lambda width, height: section_scene(after.roof, detail, style(width, height)),
            self._desk.palette,
        )
        self._text.addWidget(label("Here it would be", "second small"))
        layers = " · ".join(layer.name for layer in after.roof.layers)
        self._text.addWidget(Paragraph(self._desk, TEXT, layers))
        self._text.addLayout(effect_grid(self._desk, result, results))
        for finding in after.findings:
            words = f"{finding.severity}: {finding.message(self._desk.system)}"
            self._text.addWidget(Paragraph(self._desk, TEXT, words, 12, finding.severity))
        self._text.addStretch(1)
        bar = self._scroll.verticalScrollBar()
        if bar is not None:
            bar.setValue(0)

    def _change(self, area: str, approach: ApproachId, only_here: bool = False) -> Change:
        """Building the area another way, with all that share its build-up or by itself."""
        analyser = self._desk.session.analyser
        return partial(propose, analyser, area=area, approach=approach, only_here=only_here)

    def _tell(self, approach: Approach, refusal: str) -> None:
        for head, words in (
            ("", approach.what),
            ("Who builds it and why", approach.who),
            ("What must be true", approach.needs),
            ("What it forgives", approach.forgives),
            ("What it does not", approach.unforgiving),
        ):
            if head:
                self._text.addWidget(label(head, "second small"))
            self._text.addWidget(Paragraph(self._desk, TEXT, words))
        if refusal:
            self._text.addWidget(Paragraph(self._desk, TEXT, refusal, 12, "mind"))

    def _take(self, only_here: bool = False) -> None:
        item, result = self.list.currentItem(), self._desk.area
        if item is None or result is None:
            return
        change = self._change(result.roof.area.id, item.data(ROLE), only_here)
        name = approach_of(item.data(ROLE)).name.lower()
        if self._desk.act(f"Build it {name}", change):
            self.taken.emit()
        self.dismiss()
