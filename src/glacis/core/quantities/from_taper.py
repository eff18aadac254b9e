# SPDX-License-Identifier: GPL-3.0-or-later
"""Lines of the layer that makes the falls: boards by mark as Falls cuts them, or volume by its mean."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

from glacis.core.model.quantities import BoardForm, FillForm, PieceForm, PourForm
from glacis.core.quantities.counted import Counted
from glacis.core.quantities.layer_line import AreaLaid, layer_line, material_of
from glacis.core.quantities.line import Line, Per
from glacis.core.quantities.measures import m2, t

if TYPE_CHECKING:
    from glacis.core.falls.boards import Layout


def taper(laid: AreaLaid, item: Counted) -> Iterator[Line]:
    """Boards by mark where Falls lays them, else its volume."""
    layer, material = item.layer, material_of(item)
    if laid.layout is not None and laid.layout.kinds:
        yield from _tapered_boards(laid, item, laid.layout)
        return
    mean = laid.taper.spread.mean if laid.taper is not None else layer.thickness
    volume = laid.plane.area * mean
    how: tuple[str, ...] = (f"{m2(laid.plane.area)} × {t(mean)} in the mean, as Falls has it",)
    if laid.layout is not None:
        how += ("no board of the set makes these falls: counted by its volume",)
    form = item.sold.form if item.sold is not None else None
    if isinstance(form, FillForm):
        mass = volume * material.density
        per = Per(1 / (material.density * mean), 1 / material.density, 1.0)
        yield layer_line(laid, item, "kg", net=mass, per=per, how=how, work=volume / 0.025)
        return
    compaction = form.compaction if isinstance(form, PourForm) else 1.0
    pour = form if isinstance(form, PourForm) else PourForm()
    yield layer_line(
        laid, item, "m3", net=volume, lap=volume * (compaction - 1), per=Per(1 / mean, 1.0, material.density), how=how,
        form=pour,
    )  # fmt: skip


def _tapered_boards(laid: AreaLaid, item: Counted, layout: "Layout") -> Iterator[Line]:
    """Boards by mark as Falls cuts them, and the flat packers below them."""
    material = material_of(item)
    size = laid.board[0] * laid.board[1]
    board = BoardForm(length=laid.board[0], width=laid.board[1], stagger=0.0, least=0.0)
    for kind in layout.kinds:
        thin, thick = (float(word) / 1000 for word in kind.mark.split(">"))
        mean = (thin + thick) / 2
        yield layer_line(
            laid,
            item,
            "m2",
            id=f"{laid.area.id}/{item.layer.id}/{kind.mark}",
            name=f"{item.layer.name}, tapered {kind.mark} mm",
            key=f"{material.id} {kind.mark}",
            net=kind.area,
            cut=kind.count * size - kind.area,
            per=Per(1.0, mean, mean * material.density),
            form=board,
            how=(
                f"{kind.whole} whole and {kind.pieces} pieces from {kind.count - kind.whole} more, as Falls cuts them",
            ),
            step="tapered insulation",
            work=kind.area,
            share=0.0,
        )
    yield from _packers(laid, item, layout, size)
    yield from _base(laid, item, layout)


def _packers(laid: AreaLaid, item: Counted, layout: "Layout", size: float) -> Iterator[Line]:
    """Flat boards under the tapered ones."""
    material = material_of(item)
    board = BoardForm(length=laid.board[0], width=laid.board[1], stagger=0.0, least=0.0)
    for layer in layout.packers:
        yield layer_line(
            laid,
            item,
            "m2",
            id=f"{laid.area.id}/{item.layer.id}/packers-{layer.number}",
            key=f"{material.id} {layer.thickness * 1000:.0f}",
            name=f"{item.layer.name}, flat {t(layer.thickness)}",
            net=layer.area,
            cut=layer.count * size - layer.area,
            form=board,
            share=0.0,
            work=layer.area,
            per=Per(1.0, layer.thickness, layer.thickness * material.density),
            how=(f"{layer.count} flat boards under the tapered ones",),
            step="flat insulation one layer loose or fixed",
        )


def _base(laid: AreaLaid, item: Counted, layout: "Layout") -> Iterator[Line]:
    """What the mean thickness of Falls has beyond boards and packers, laid flat."""
    material = material_of(item)
    flat = laid.taper.spread.mean if laid.taper is not None else 0.0
    made = sum(kind.area * sum(map(float, kind.mark.split(">"))) / 2000 for kind in layout.kinds)
    made += sum(layer.area * layer.thickness for layer in layout.packers)
    rest = flat - made / laid.plane.area if laid.plane.area else 0.0
    if rest > 0.005:
        yield layer_line(
            laid,
            item,
            "m2",
            id=f"{laid.area.id}/{item.layer.id}/base",
            name=f"{item.layer.name}, flat base",
            net=laid.plane.area,
            per=Per(1.0, rest, rest * material.density),
            form=PieceForm(),
            share=0.0,
            key=f"{material.id} flat base",
            how=(f"{t(rest)} under the boards that fall, by the mean thickness that Falls has",),
            step="flat insulation one layer loose or fixed",
        )
