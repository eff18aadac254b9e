# SPDX-License-Identifier: GPL-3.0-or-later
"""Use the real window at random for a while: ``make soak MINUTES=30``.

Every few hundred actions all is undone and done again, saved and read back, and worked out afresh; each
time the document and its figures must be the same. Errors, long waits, widgets and memory are counted.
"""

import gc
import json
import os
import random
import sys
import tempfile
import time
import traceback
from collections import Counter, deque
from collections.abc import Callable
from pathlib import Path
from typing import Any, TypeVar

import msgspec
from PyQt6.QtCore import QEvent, QPoint, QPointF, Qt
from PyQt6.QtGui import QMouseEvent
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import (
    QAbstractButton,
    QApplication,
    QComboBox,
    QDialog,
    QLineEdit,
    QMenu,
    QWidget,
)

from glacis.core.analysis.analyser import Analyser
from glacis.demo.examples import EXAMPLES
from glacis.files.libraries import load_library
from glacis.files.project_file import load, save
from glacis.report.results import results_json
from glacis.session.kernels import keep_kernels
from glacis.ui.app import Homes, make_window
from glacis.ui.drawing.canvas import Canvas
from glacis.ui.prompts import Answer, Prompts
from glacis.ui.theme.theme import QT_ARGUMENTS
from glacis.ui.window import MainWindow

keep_kernels()
FIGURES = (
    "0.12",
    "89 mm",
    "3 1/2 in",
    "R-20",
    "35",
    "-1",
    "nan",
    "1e9",
    "",
    "12 %",
    "7/12",
    "0",
    "x",
    "150",
)
KEYS = (
    "Up", "Down", "Left", "Right", "Return", "Escape", "Delete", "Space", "Tab", "Home", "End", "F2", "Insert",
    "Plus", "Minus", "1", "2", "3", "4", "5", "6", "K", "A", "Backspace", "PageUp", "PageDown",
)  # fmt: skip
LEFT_ALONE = {"Quit", "Cancel", "Discard them"}
click: Any = QTest.keyClick
"""Its overloads do not say that it is static."""
CHECK_EVERY = 300
BLOCKED = 0.5
"""[s] of one action that are told of."""


Kind = TypeVar("Kind", bound=QWidget)


class Random(Prompts):
    """Answers at random, within one folder."""

    def __init__(self, chance: random.Random, folder: Path) -> None:
        super().__init__()
        self.chance, self.folder = chance, str(folder)

    def _path(self, ending: str) -> Path | None:
        return self.chance.choice((None, Path(self.folder) / f"{self.chance.randrange(4)}{ending}"))

    def open_path(self, _parent: QWidget, _folder: str) -> Path | None:
        """A project of this run, or none."""
        return self._path(".glacis")

    def save_path(self, _parent: QWidget, _title: str, proposal: str, _kinds: str) -> Path | None:
        """Somewhere in the folder."""
        return self._path(Path(proposal).suffix)

    def outline_path(self, _parent: QWidget) -> Path | None:
        """None."""
        return None

    def table_path(self, _parent: QWidget) -> Path | None:
        """A table of this run, or none."""
        return self._path(".csv")

    def site_path(self, _parent: QWidget) -> Path | None:
        """A table of this run, or none."""
        return self._path(".csv")

    def name(self, _parent: QWidget, _title: str, proposal: str) -> str | None:
        """The name that is proposed, another, or none."""
        return self.chance.choice((None, proposal, "Other <b>name</b>"))

    def unsaved(self, _parent: QWidget, _name: str) -> Answer:
        """Mostly throw away."""
        return self.chance.choice(("discard", "discard", "cancel"))

    def confirm(self, _parent: QWidget, _title: str, _text: str, _yes: str) -> bool:
        """Either."""
        return self.chance.random() < 0.5

    def choose(self, _parent: QWidget, _title: str, _text: str, answers: tuple[str, ...]) -> str:
        """Any."""
        return self.chance.choice(answers)

    def tell(self, _parent: QWidget, _title: str, _text: str) -> None:
        """Nothing to answer."""


class Soak:
    """One window, used at random."""

    def __init__(self, seed: int, folder: Path) -> None:
        self.chance = random.Random(seed)
        self.folder = folder
        self.did: deque[str] = deque(maxlen=40)
        self.counts: Counter[str] = Counter()
        self.faults: list[str] = []
        self.waits: list[tuple[float, str]] = []
        self.window = make_window(
            True, None, Homes(folder / "c", folder / "j"), Random(self.chance, folder)
        )
        self.window.resize(1280, 800)
        self.window.show()
        QApplication.processEvents()
        self.window.desk.session.judge_all()
        sys.excepthook = self._hook
        self.actions: tuple[tuple[str, int, Callable[[], str]], ...] = (
            ("stage", 4, self._stage), ("area", 3, self._area), ("layer", 4, self._layer),
            ("menu", 4, self._menu), ("press", 10, self._press), ("drag", 10, self._drag),
            ("key", 12, self._key), ("type", 8, self._type), ("choose", 6, self._choose),
            ("button", 10, self._button), ("undo", 8, self._undo), ("open", 1, self._open),
        )  # fmt: skip

    def _hook(self, kind: type[BaseException], fault: BaseException, _trace: object) -> None:
        text = "".join(traceback.format_exception(kind, fault, fault.__traceback__))[-1200:]
        self._fail(f"{kind.__name__}: {fault}\n{text}")

    def _fail(self, words: str) -> None:
        last = " | ".join(list(self.did)[-8:])
        self.faults.append(f"{words}\n  after: {last}")
        sys.stdout.write(f"FAILED {self.faults[-1]}\n")
        sys.stdout.flush()

    def step(self) -> None:
        """One action, timed, and whatever it opens closed again."""
        names = [entry for entry in self.actions for _ in range(entry[1])]
        name, _, do = self.chance.choice(names)
        begun = time.perf_counter()
        said = f"{name} {do()}"
        QApplication.processEvents()
        passed = time.perf_counter() - begun
        self.did.append(said)
        self.counts[name] += 1
        if passed > BLOCKED:
            self.waits.append((passed, said))
        self._close_what_opened()

    def _close_what_opened(self) -> None:
        for widget in QApplication.topLevelWidgets():
            if isinstance(widget, QMenu) and widget.isVisible():
                offered = [
                    a for a in widget.actions() if a.isEnabled() and a.text() and not a.menu()
                ]
                if offered and self.chance.random() < 0.7:
                    self.chance.choice(offered).trigger()
                widget.close()
            elif isinstance(widget, QDialog) and widget.isVisible() and self.chance.random() < 0.5:
                widget.close()

    def _seen(self, kind: type[Kind]) -> list[Kind]:
        return [w for w in self.window.findChildren(kind) if w.isVisible() and w.isEnabled()]

    def _stage(self) -> str:
        stage = self.chance.choice(list(self.window.kinds))
        self.window.show_stage(stage)
        return stage

    def _area(self) -> str:
        self.window.step_area(self.chance.choice((1, -1)))
        return ""

    def _layer(self) -> str:
        assembly = self.window.desk.assembly
        if assembly is None or not assembly.layers:
            return "none"
        layer = self.chance.choice(assembly.layers).id
        self.window.desk.select_layer(layer)
        return layer

    def _menu(self) -> str:
        entries = [made for action, made in self.window.menu_entries
                   if action.text not in LEFT_ALONE and made.isEnabled()]  # fmt: skip
        made = self.chance.choice(entries)
        made.trigger()
        return made.text()

    def _spot(self) -> tuple[Canvas, QPointF] | None:
        canvases = self._seen(Canvas)
        if not canvases:
            return None
        canvas = self.chance.choice(canvases)
        hots = canvas.scene.hot if canvas.scene is not None else ()
        if hots and self.chance.random() < 0.8:
            left, top, right, bottom = self.chance.choice(hots).box
            return canvas, QPointF((left + right) / 2, (top + bottom) / 2)
        return canvas, QPointF(
            self.chance.uniform(0, canvas.width()), self.chance.uniform(0, canvas.height())
        )

    @staticmethod
    def _mouse(canvas: Canvas, kind: QEvent.Type, at: QPointF) -> None:
        button = Qt.MouseButton.LeftButton
        there = QPointF(canvas.mapToGlobal(QPoint(round(at.x()), round(at.y()))))
        event = QMouseEvent(kind, at, there, button, button, Qt.KeyboardModifier.NoModifier)
        QApplication.sendEvent(canvas, event)

    def _press(self) -> str:
        spot = self._spot()
        if spot is None:
            return "nothing"
        canvas, at = spot
        self._mouse(canvas, QEvent.Type.MouseButtonPress, at)
        self._mouse(canvas, QEvent.Type.MouseButtonRelease, at)
        if self.chance.random() < 0.1:
            self._mouse(canvas, QEvent.Type.MouseButtonDblClick, at)
            self._mouse(canvas, QEvent.Type.MouseButtonRelease, at)
        return canvas.accessibleName()

    def _drag(self) -> str:
        spot = self._spot()
        if spot is None:
            return "nothing"
        canvas, at = spot
        self._mouse(canvas, QEvent.Type.MouseButtonPress, at)
        for _ in range(self.chance.randrange(1, 8)):
            at += QPointF(self.chance.uniform(-60, 60), self.chance.uniform(-60, 60))
            self._mouse(canvas, QEvent.Type.MouseMove, at)
            if self.chance.random() < 0.05:
                self.chance.choice((self.window.undo, self.window.redo))()
        self._mouse(canvas, QEvent.Type.MouseButtonRelease, at)
        return canvas.accessibleName()

    def _key(self) -> str:
        canvases: list[QWidget] = [*self._seen(Canvas)] or [self.window]
        widget = QApplication.focusWidget() or self.chance.choice(canvases)
        if self.chance.random() < 0.5:
            widget = self.chance.choice(canvases)
            widget.setFocus()
        name = self.chance.choice(KEYS)
        click(widget, getattr(Qt.Key, f"Key_{name}"))
        return f"{name} on {widget.accessibleName()}"

    def _type(self) -> str:
        fields = self._seen(QLineEdit)
        if not fields:
            return "nowhere"
        field = self.chance.choice(fields)
        text = self.chance.choice(FIGURES)
        field.setFocus()
        field.selectAll()
        for letter in text:
            click(field, letter)
        click(field, self.chance.choice((Qt.Key.Key_Return, Qt.Key.Key_Tab, Qt.Key.Key_Escape)))
        return f"{text!r} into {field.accessibleName()}"

    def _choose(self) -> str:
        boxes = self._seen(QComboBox)
        if not boxes:
            return "nowhere"
        box = self.chance.choice(boxes)
        if not box.count():
            return "nowhere"
        number = self.chance.randrange(box.count())
        box.setCurrentIndex(number)
        box.activated.emit(number)
        return f"{number} of {box.accessibleName()}"

    def _button(self) -> str:
        buttons = [b for b in self._seen(QAbstractButton) if b.text() not in LEFT_ALONE]
        button = self.chance.choice(buttons)
        words = button.text() or button.accessibleName()
        button.click()
        return words

    def _undo(self) -> str:
        self.chance.choice((self.window.undo, self.window.undo, self.window.redo))()
        return ""

    def _open(self) -> str:
        way = self.chance.randrange(4)
        if way == 0:
            self.window.papers.open_demo(self.chance.choice(("tern-point", "sallow-creek")))
        elif way == 1:
            self.window.papers.take_example(self.chance.choice(EXAMPLES).id)
        elif way == 2:
            self.window.papers.new_project()
        else:
            self.window.papers.save_as()
        return str(way)

    def check(self) -> None:
        """All that must hold whenever one looks."""
        desk, store = self.window.desk, self.window.desk.store
        store.end_gesture()
        last = store.document
        steps = 0
        while store.undo_label and steps < 3000:
            store.undo()
            steps += 1
        for _ in range(steps):
            store.redo()
        if store.document != last:
            self._fail("undone and done again, the document is another")
        path = self.folder / "check.glacis"
        save(last, path)
        if load(path) != last:
            self._fail("saved and read back, the document is another")
        fresh = Analyser(load_library()).analyse(last)
        ours, theirs = (
            json.loads(msgspec.json.encode(results_json(r))) for r in (desk.results, fresh)
        )
        # What only this session has worked out in the background is no difference.
        where = [d for d in differences(ours, theirs) if "/rain_test: " not in d]
        if where:
            save(last, Path(tempfile.gettempdir()) / f"soak-{len(self.faults)}.glacis")
            self._fail(f"worked out afresh, the figures are others: {', '.join(where)[:600]}")
        for finding in desk.results.findings:
            if finding.rule == "judgement.unjudged":
                self._fail(finding.message("si"))


def differences(ours: Any, theirs: Any, place: str = "") -> list[str]:
    """Where two results differ, and by what."""
    if isinstance(ours, dict) and isinstance(theirs, dict) and ours.keys() == theirs.keys():
        return [d for key in ours for d in differences(ours[key], theirs[key], f"{place}/{key}")]
    if isinstance(ours, list) and isinstance(theirs, list) and len(ours) == len(theirs):
        pairs = enumerate(zip(ours, theirs, strict=True))
        return [d for k, (a, b) in pairs for d in differences(a, b, f"{place}/{k}")]
    return [] if ours == theirs else [f"{place}: {str(ours)[:80]} for {str(theirs)[:80]}"]


def resident() -> float:
    """Memory of this process [MiB]."""
    with open("/proc/self/statm", "rb") as told:
        return int(told.read().split()[1]) * os.sysconf("SC_PAGESIZE") / 1024**2


def _calm(window: MainWindow) -> tuple[Counter[str], float]:
    """Widgets and memory of the window on an empty project."""
    window.desk.store.mark_saved()
    window.papers.new_project()
    for widget in QApplication.topLevelWidgets():
        if widget is not window and not isinstance(widget, QMenu):
            widget.close()
    QApplication.processEvents()
    QApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete.value)
    gc.collect()
    return Counter(type(widget).__name__ for widget in QApplication.allWidgets()), resident()


def sized(calm: list[tuple[Counter[str], float]]) -> list[tuple[int, int]]:
    """How many widgets and how much memory at each time."""
    return [(sum(kinds.values()), round(memory)) for kinds, memory in calm]


def main() -> int:
    """Exit 1 where anything failed."""
    minutes = float(sys.argv[1]) if len(sys.argv) > 1 else 30.0
    seed = int(sys.argv[2]) if len(sys.argv) > 2 else 1
    application = QApplication(["soak", *QT_ARGUMENTS])
    with tempfile.TemporaryDirectory() as name:
        soak = Soak(seed, Path(name))
        end, done, told = time.monotonic() + minutes * 60, 0, 0.0
        calm: list[tuple[Counter[str], float]] = []
        while time.monotonic() < end and len(soak.faults) < 40:
            soak.step()
            done += 1
            if done % CHECK_EVERY == 0:
                soak.check()
            if done % (4 * CHECK_EVERY) == 0:
                calm.append(_calm(soak.window))
            if time.monotonic() - told > 60:
                told = time.monotonic()
                sys.stdout.write(f"{done} actions, {len(soak.faults)} faults, {sized(calm[-1:])}\n")
                sys.stdout.flush()
        soak.check()
        for passed, said in sorted(soak.waits, reverse=True)[:15]:
            sys.stdout.write(f"blocked {passed:.2f} s: {said}\n")
        sys.stdout.write(
            f"widgets and MiB on an empty project: {sized(calm)}\n{dict(soak.counts)}\n"
        )
        if len(calm) > 1:
            grown = (calm[-1][0] - calm[0][0]).most_common(8)
            sys.stdout.write(f"more of them than at first: {grown}\n")
        sys.stdout.write(
            f"{done} actions from seed {seed}, {len(soak.waits)} over {BLOCKED} s, {len(soak.faults)} faults\n"
        )
        soak.window.desk.store.mark_saved()
        soak.window.close()
        application.processEvents()
    sys.stdout.flush()
    os._exit(bool(soak.faults))


if __name__ == "__main__":
    main()
