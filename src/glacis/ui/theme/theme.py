# SPDX-License-Identifier: GPL-3.0-or-later
"""Fonts, palette and style of the window."""

from functools import cache

from PyQt6.QtGui import QColor, QFont, QFontDatabase, QPalette
from PyQt6.QtWidgets import QApplication

from glacis.report.fonts import font_path
from glacis.report.palette import PALETTES, Palette
from glacis.report.scene import Face
from glacis.session.settings import Theme
from glacis.ui.theme.style import style_sheet

OUTLINE = 140
"""By which the style darkens an outline [%], by definition of it."""
QT_ARGUMENTS = ("-style", "fusion")
"""What the application is started with: one style on every desktop."""
WEIGHTS: dict[Face, QFont.Weight] = {
    "regular": QFont.Weight.Normal,
    "semibold": QFont.Weight.DemiBold,
    "mono": QFont.Weight.Normal,
}


@cache
def family(face: Face) -> str:
    """The family of a shipped face, made known to Qt when it is first wanted."""
    number = QFontDatabase.addApplicationFont(str(font_path(face)))
    names = QFontDatabase.applicationFontFamilies(number) if number >= 0 else []
    return names[0] if names else "sans-serif"


@cache
def font(face: Face, size: float) -> QFont:
    """A shipped face at ``size`` pixels."""
    made = QFont(family(face))
    made.setPixelSize(max(1, round(size)))
    made.setWeight(WEIGHTS[face])
    made.setHintingPreference(QFont.HintingPreference.PreferNoHinting)
    return made


@cache
def colour(code: str) -> QColor:
    """A colour from its ``#RRGGBB`` code."""
    return QColor(code)


def _qt_palette(palette: Palette) -> QPalette:
    made = QPalette()
    role = QPalette.ColorRole
    for qt_role, name in (
        (role.Window, "paper"),
        (role.Base, "bench"),
        (role.AlternateBase, "paper"),
        (role.Button, "paper"),
        (role.ToolTipBase, "bench"),
        (role.WindowText, "ink"),
        (role.Text, "ink"),
        (role.ButtonText, "ink"),
        (role.ToolTipText, "ink"),
        (role.Highlight, "wash"),
        (role.HighlightedText, "ink"),
        (role.PlaceholderText, "second"),
        (role.Link, "accent"),
    ):
        made.setColor(qt_role, colour(palette[name]))
    disabled = QPalette.ColorGroup.Disabled
    for qt_role in (role.WindowText, role.Text, role.ButtonText):
        made.setColor(disabled, qt_role, colour(palette["second"]))
    return made


def _box_palette(palette: Palette) -> QPalette:
    """For boxes to be ticked: the style draws their outline that much darker than what they stand on."""
    made = _qt_palette(palette)
    made.setColor(QPalette.ColorRole.Window, colour(palette["second"]).lighter(OUTLINE))
    return made


def apply_theme(application: QApplication, theme: Theme) -> Palette:
    """Dress the whole application; returns the palette in force."""
    palette = PALETTES[theme]
    application.setFont(font("regular", 13))
    application.setPalette(_qt_palette(palette))
    application.setPalette(_box_palette(palette), "QCheckBox")
    application.setStyleSheet(style_sheet(palette))
    return palette
