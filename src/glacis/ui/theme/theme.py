"""Fonts, palette and style of the window."""

from functools import cache

from PyQt6.QtGui import QColor, QFont, QFontDatabase, QPalette
from PyQt6.QtWidgets import QApplication

from glacis.report.fonts import FILES, font_path
from glacis.report.palette import PALETTES, Palette
from glacis.session.settings import Theme
from glacis.ui.theme.style import style_sheet

_FAMILIES: dict[str, str] = {}
WEIGHTS = {
    "regular": QFont.Weight.Normal,
    "semibold": QFont.Weight.DemiBold,
    "mono": QFont.Weight.Normal,
}


def load_fonts() -> None:
    """Make the shipped faces known to Qt, once."""
    if _FAMILIES:
        return
    for face in FILES:
        number = QFontDatabase.addApplicationFont(str(font_path(face)))
        names = QFontDatabase.applicationFontFamilies(number) if number >= 0 else []
        _FAMILIES[face] = names[0] if names else "sans-serif"


@cache
def font(face: str, size: float) -> QFont:
    """A shipped face at ``size`` pixels."""
    made = QFont(_FAMILIES.get(face, "sans-serif"))
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


def apply_theme(application: QApplication, theme: Theme) -> Palette:
    """Dress the whole application; returns the palette in force."""
    load_fonts()
    palette = PALETTES[theme]
    application.setStyle("Fusion")
    application.setFont(font("regular", 13))
    application.setPalette(_qt_palette(palette))
    application.setStyleSheet(style_sheet(palette))
    return palette
