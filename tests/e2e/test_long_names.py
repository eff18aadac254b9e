# SPDX-License-Identifier: GPL-3.0-or-later
"""Names of any length and kind: nothing breaks, nothing is taken for markup, nothing is lost."""

import io
from collections.abc import Callable

import pytest
from msgspec.structs import replace
from pypdf import PdfReader
from PyQt6 import QtCore
from PyQt6.QtWidgets import QApplication, QLabel, QWidget

from glacis.core.model.variants import keep_variant
from glacis.core.stages import STAGES
from glacis.files.project_file import decode, encode
from glacis.report.pdf import report_pdf
from glacis.ui.widgets.one_line import elided
from glacis.ui.widgets.paragraph import text_advance
from support import analyser, demo, own_material

LONG = "The very long name of a roof over the north-eastern corner of the old boat shed " * 3
ODD = '<b>Roof</b> & "sons" \u202e\u4e2d\u6587 \U0001f3e0 {0} %s s_d_x'


might_be_markup: Callable[[str], bool] = getattr(QtCore.Qt, "mightBeRichText")  # noqa: B009 - of QtGui


def named(name: str):
    project = demo()
    areas = tuple(replace(area, name=f"{name} {k}") for k, area in enumerate(project.areas))
    assemblies = tuple(replace(a, name=name) for a in project.assemblies)
    zones = tuple(replace(zone, name=name) for zone in project.zones)
    own = own_material(
        id="sea-grass-fill", name=name, family="loose-fill", conductivity=0.39, source=""
    )
    things = {
        "dormers": tuple(replace(item, name=name) for item in project.dormers),
        "openings": tuple(replace(item, name=name) for item in project.openings),
    }
    project = replace(project, **things)
    project = replace(
        project, name=name, areas=areas, assemblies=assemblies, zones=zones, materials=(own,)
    )
    return keep_variant(project, assemblies[0].id, name, assemblies[0])


@pytest.mark.parametrize("name", [LONG, ODD], ids=["long", "odd"])
def test_every_stage_shows_any_name(window, name):
    window.desk.open_document(named(name))
    for stage in (s.id for s in STAGES):
        window.show_stage(stage)
        for area in window.desk.project.areas[:2]:
            window.desk.select_area(area.id)
            QApplication.processEvents()
            assert not window.grab().isNull()
    window.findings.open_first()
    window.open_working("u")
    window.working_panel.close()
    assert window.desk.project == named(name)


@pytest.mark.parametrize("name", [LONG, ODD], ids=["long", "odd"])
def test_any_name_is_saved_and_reported(name):
    project = named(name)
    assert decode(encode(project), "x.glacis") == project
    content = report_pdf(analyser().analyse(project))
    text = "".join(page.extract_text() for page in PdfReader(io.BytesIO(content)).pages)
    assert "Unresolved findings" in text
    assert ("boat shed" in text) if name == LONG else ("<b>Roof</b>" in text)


def test_what_does_not_fit_one_line_ends_in_an_ellipsis(window):
    for width in (0, 30, 90, 240, 5000):
        words = elided(LONG, width, 13)
        assert text_advance(words, "regular", 13) <= max(width, 0) + 1
        if words and words != LONG:
            assert words.endswith("…")
            assert LONG.startswith(words[:-1])
    assert elided("Short", 200, 13) == "Short"


def test_no_name_reaches_the_window_as_markup(window, tmp_path):
    """Whatever Qt would take for markup in a label or tooltip is what Glacis wrote itself."""
    name = "<img src='/dev/zero'><table><tr>x"
    window.desk.open_document(named(name))
    window.desk.session.judge_all()
    seen = 0
    for stage in (s.id for s in STAGES):
        window.show_stage(stage)
        QApplication.processEvents()
        window.findings.open_first()
        for widget in window.findChildren(QWidget):
            texts = [widget.toolTip(), widget.whatsThis()]
            if isinstance(widget, QLabel):
                texts.append(widget.text())
            for text in filter(might_be_markup, texts):
                assert "<img" not in text
                assert "<table" not in text
                seen += "&lt;img" in text
    assert seen > 5
    window.say(f"Written: {name}", True)
    assert "<img" not in window._message.text()
