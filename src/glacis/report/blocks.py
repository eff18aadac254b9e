# SPDX-License-Identifier: GPL-3.0-or-later
"""What a report is made of, as values: words, tables, pictures, breaks."""

from typing import Literal

from msgspec import Struct

from glacis.report.scene import Scene

WordsStyle = Literal["title", "heading", "sub", "body", "small"]
CellStyle = Literal["cell", "right", "head", "head-right", "small"]


class Words(Struct, frozen=True):
    """A paragraph."""

    text: str
    style: WordsStyle = "body"


class Cell(Struct, frozen=True):
    """A cell of a table.

    Attributes:
        text: its words.
        style: of the words.
        under: a second line in quieter ink; empty for none.
        ink: role of the colour of bold words; empty for plain ones.
    """

    text: str
    style: CellStyle = "cell"
    under: str = ""
    ink: str = ""


class Grid(Struct, frozen=True):
    """A table.

    Attributes:
        rows: of cells, all of one length.
        widths: of the columns, in parts of each other.
        head: whether the first row is a head that stands on every page again.
    """

    rows: tuple[tuple[Cell, ...], ...]
    widths: tuple[float, ...]
    head: bool = True


class Picture(Struct, frozen=True):
    """A drawing, as wide as a share of the page [-]."""

    scene: Scene
    share: float = 1.0


class Gap(Struct, frozen=True):
    """Free height [pt]."""

    height: float


class Room(Struct, frozen=True):
    """A new page unless so much height is left [mm]."""

    height: float


class NewPage(Struct, frozen=True):
    """A new page."""


class Together(Struct, frozen=True):
    """Paragraphs that stay on one page."""

    words: tuple[Words, ...]


Block = Words | Grid | Picture | Gap | Room | NewPage | Together
Blocks = tuple[Block, ...]


def words_grid(rows: list[tuple[str, ...]], widths: tuple[float, ...], left: int) -> Grid:
    """A table of plain words under a head; all but the first ``left`` columns stand at the right."""
    made = []
    for number, row in enumerate(rows):
        near: CellStyle = "head" if number == 0 else "cell"
        far: CellStyle = "head-right" if number == 0 else "right"
        made.append(tuple(Cell(t, near if k < left else far) for k, t in enumerate(row)))
    return Grid(tuple(made), widths)
