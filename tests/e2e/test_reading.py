# SPDX-License-Identifier: GPL-3.0-or-later
"""What is written in the window can be read: nothing cut off, every figure opens."""

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtGui import QColor
from PyQt6.QtWidgets import QApplication, QTextBrowser

from e2e.conftest import choose
from glacis.ui.stages.heat.bench import FIGURES
from glacis.ui.widgets.labels import WrappedLabel, rich
from glacis.ui.widgets.paragraph import Paragraph, broken, text_advance
from glacis.ui.widgets.wrapped_button import WrappedButton


def _settle() -> None:
    for _ in range(4):
        QApplication.processEvents()


@pytest.mark.parametrize("theme", ["sheet", "lamp"])
@pytest.mark.parametrize("units", ["si", "us"])
def test_no_finding_is_cut_off(window, theme, units):
    window.desk.adjust(theme=theme)
    if units == "us":
        window.toggle_units()
    for _ in range(2):
        window.findings.open_first()
        _settle()
        for words in window.findings.findChildren(Paragraph):
            if words.isVisible():
                assert words.height() >= words.sizeHint().height(), words.words
                assert words.width() >= words._room, words.words
        for button in window.findings.findChildren(WrappedButton):
            assert button.height() >= button.heightForWidth(button.width())


def test_wrapped_labels_keep_their_height_when_the_theme_changes(window):
    for stage in ("heat", "moisture"):
        window.show_stage(stage)
        for theme in ("lamp", "sheet"):
            window.desk.adjust(theme=theme)
            _settle()
            shown = [x for x in window.findChildren(WrappedLabel) if x.isVisible()]
            assert shown
            for words in shown:
                assert words.height() >= words.heightForWidth(words.width()), words.text()


def test_words_are_broken_between_words_and_nothing_is_lost(window):
    text = "U is 0.213 W/(m²·K); the s_d of Extraordinarilylongunbreakablematerialname is 4 m."
    lines = broken(text, 120, "regular", 13)
    assert " ".join(lines) == text
    for line in lines:
        assert " " not in line or text_advance(line, "regular", 13) <= 120


def test_names_that_look_like_markup_are_shown_as_they_are(window):
    assert rich("plain words") == "plain words"
    assert rich("s_d <b>8</b> m") == "<qt>s<sub>d</sub> &lt;b&gt;8&lt;/b&gt; m</qt>"


def test_every_figure_of_the_heat_bench_opens_a_working_that_ends_in_it(window, qtbot):
    bench = window.bench("heat")
    for key, _name, _figure in FIGURES:
        link = bench.figures[key]
        qtbot.mouseClick(link, Qt.MouseButton.LeftButton)
        text = window.working_panel.findChild(QTextBrowser).toPlainText()
        if key not in ("error", "corrections", "derating"):
            assert link.figure.split("\u2009")[0] in text, key
    window.working_panel.close()


@pytest.mark.parametrize("width", [1000, 1280, 1920])
def test_figures_of_the_heat_bench_have_room_for_their_words_and_units(window, width):
    window.toggle_units()
    window.resize(width, 700)
    window.show_stage("heat")
    _settle()
    bench = window.bench("heat")
    for link in bench.figures.values():
        assert link.width() >= link.sizeHint().width(), link.figure
        assert link.mapTo(bench, link.rect().bottomRight()).x() < bench.width()


def test_the_hand_stays_on_the_bench(window, qtbot):
    bench = window.bench("build-up")
    bench.canvas.setFocus()
    choose(window, "Insert…")
    assert bench.panels.palette.search.hasFocus()
    qtbot.keyClick(bench.panels.palette.search, Qt.Key.Key_Escape)
    assert bench.canvas.hasFocus()
    window.show_stage("moisture")
    assert window.bench("moisture").focusProxy().hasFocus()


def test_changing_the_theme_dresses_what_is_seen_and_keeps_the_views(window):
    # All benches together took a second to dress; those that nobody sees are made anew when shown.
    falls = window.bench("falls")
    falls.show_view("boards")
    for stage in window.desk.stages:
        window.show_stage(stage.id)
    window.show_stage("heat")
    window.toggle_theme()
    assert window.centre.count() == 1
    assert window.bench("heat").isVisible()
    again = window.bench("falls")
    assert again is not falls
    assert again.view == "boards"
    assert again.views["boards"].isChecked()
    window.desk.select_area("laboratory")
    window.toggle_theme()
    assert window.bench("falls") is again


def test_a_box_to_be_ticked_is_seen_on_either_ground(window):
    for _ in range(2):
        window.toggle_theme()
        palette = window.desk.palette
        outline = QApplication.palette("QCheckBox").window().color().darker(140).lightness()
        ground, ink = (QColor(palette[name]).lightness() for name in ("bench", "ink"))
        assert abs(outline - ground) > abs(outline - ink)
