# SPDX-License-Identifier: GPL-3.0-or-later
"""The style sheet, filled with the colours of a palette."""

from glacis.report.palette import Palette

_SHEET = """
QWidget {{ font-size: 13px; }}
QToolTip {{ background: {bench}; color: {ink}; border: 1px solid {second}; padding: 4px 6px; }}
QMenuBar {{ background: {paper}; color: {ink}; padding: 0 4px; }}
QMenuBar::item {{ padding: 4px 8px; background: transparent; }}
QMenuBar::item:selected {{ background: {wash}; }}
QMenu {{ background: {bench}; color: {ink}; border: 1px solid {hairline}; padding: 4px 0; }}
QMenu::item {{ padding: 5px 24px 5px 16px; }}
QMenu::item:selected {{ background: {wash}; }}
QMenu::item:disabled {{ color: {second}; }}
QMenu::separator {{ height: 1px; background: {hairline}; margin: 4px 8px; }}
QPushButton, QToolButton {{
  background: transparent; color: {ink}; border: 1px solid {hairline}; padding: 4px 10px;
  min-height: 18px;
}}
QPushButton:hover, QToolButton:hover {{ border-color: {accent}; color: {accent}; }}
QPushButton:focus, QToolButton:focus {{ border: 2px solid {accent}; padding: 3px 9px; }}
QPushButton:pressed, QToolButton:pressed {{ background: {wash}; }}
QPushButton:checked, QToolButton:checked {{ background: {wash}; border-color: {accent}; }}
QPushButton:disabled, QToolButton:disabled {{ color: {second}; border-style: dashed; }}
QPushButton[leading="true"] {{ background: {accent}; color: {bench}; border-color: {accent}; }}
QPushButton[leading="true"]:hover {{ background: {ink}; border-color: {ink}; }}
QPushButton[quiet="true"] {{ border-color: transparent; }}
QLineEdit, QComboBox, QPlainTextEdit {{
  background: {bench}; color: {ink}; border: 1px solid {hairline}; padding: 3px 6px;
  min-height: 18px; selection-background-color: {wash}; selection-color: {ink};
}}
QLineEdit:focus, QComboBox:focus, QPlainTextEdit:focus {{ border: 2px solid {accent}; padding: 2px 5px; }}
QLineEdit[refused="true"] {{ border: 2px solid {stop}; padding: 2px 5px; }}
QComboBox::drop-down {{ width: 18px; border: none; }}
QComboBox::down-arrow {{ width: 0; height: 0; border-left: 4px solid {paper}; border-right: 4px solid {paper}; border-top: 5px solid {second}; margin-right: 6px; }}
QComboBox QAbstractItemView {{ background: {bench}; color: {ink}; border: 1px solid {hairline}; selection-background-color: {wash}; selection-color: {ink}; }}
QListView {{ background: {bench}; color: {ink}; border: 1px solid {hairline}; outline: 0; }}
QListView::item {{ padding: 4px 6px; }}
QListView::item:selected {{ background: {wash}; color: {ink}; }}
QListView:focus {{ border: 2px solid {accent}; }}
QTableWidget {{ background: {bench}; color: {ink}; border: 1px solid {hairline}; outline: 0; }}
QTableWidget::item:selected {{ background: {wash}; color: {ink}; }}
QTableWidget:focus {{ border: 2px solid {accent}; }}
QHeaderView {{ background: {bench}; }}
QHeaderView::section {{ background: {bench}; color: {second}; font-weight: normal; border: none; border-bottom: 1px solid {ink}; padding: 3px 6px; }}
QHeaderView::section:vertical {{ border-bottom: 1px solid {hairline}; }}
QTableCornerButton::section {{ background: {bench}; border: none; border-bottom: 1px solid {ink}; }}
QScrollArea {{ border: none; background: transparent; }}
QScrollBar:vertical {{ background: transparent; width: 10px; margin: 0; }}
QScrollBar::handle:vertical {{ background: {hairline}; min-height: 24px; margin: 1px 2px; }}
QScrollBar::add-line:vertical, QScrollBar::sub-line:vertical {{ height: 0; }}
QScrollBar:horizontal {{ background: transparent; height: 10px; }}
QScrollBar::handle:horizontal {{ background: {hairline}; min-width: 24px; margin: 2px 1px; }}
QScrollBar::add-line:horizontal, QScrollBar::sub-line:horizontal {{ width: 0; }}
QProgressBar {{ border: 1px solid {hairline}; background: {bench}; height: 8px; text-align: center; }}
QProgressBar::chunk {{ background: {accent}; }}
QLabel[second="true"] {{ color: {second}; }}
QLabel[small="true"] {{ font-size: 12px; }}
QLabel[heading="true"] {{ font-size: 16px; font-weight: 600; }}
QLabel[refused="true"] {{ color: {stop}; font-size: 12px; }}
QFrame[ruled="top"] {{ border-top: 1px solid {hairline}; }}
QFrame[ground="bench"] {{ background: {bench}; }}
QFrame[popup="true"] {{ background: {bench}; border: 1px solid {second}; }}
"""


def style_sheet(palette: Palette) -> str:
    """The application's style sheet in these colours."""
    return _SHEET.format(**{key: palette[key] for key in _USED})


_USED = ("paper", "bench", "ink", "second", "hairline", "accent", "wash", "stop")
