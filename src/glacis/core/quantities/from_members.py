# SPDX-License-Identifier: GPL-3.0-or-later
"""Lines of members and battens: runs on the plane, cut from bars."""

from collections.abc import Iterator

import shapely

from glacis.core.model.covering import ShingleStrip
from glacis.core.model.layers import Framing
from glacis.core.quantities.counted import Counted, ground_on
from glacis.core.quantities.layer_line import AreaLaid, sold_words
from glacis.core.quantities.line import Line, Per, Places
from glacis.core.quantities.measures import m, t
from glacis.core.quantities.members import ALONG_EAVES, UP_THE_SLOPE, member_lines, pieces_of
from glacis.core.set_out.laying import shape_of


def members(laid: AreaLaid, item: Counted, frame: Framing, *, inside: bool) -> Line:
    """Members of a layer as runs cut from bars."""
    air = item.layer.kind == "air"
    direction = ALONG_EAVES if air and inside else UP_THE_SLOPE
    sold, form = laid.trade.bars("members")
    lines = member_lines(ground_on(laid.plane), frame.spacing, direction, frame.width)
    support = 0.0 if direction == UP_THE_SLOPE else _rafters(laid)
    pieces = pieces_of(lines.lengths, form.lengths, support)
    depth = item.layer.thickness
    data = item.layer.frame
    density = data.density if data is not None else 500.0
    metres = lines.metres
    extra = metres * frame.allowance * frame.spacing / frame.width if frame.allowance else 0.0
    section = frame.width * depth
    if data is not None and data.web is not None:
        section = data.solid_share * frame.spacing * depth
    how = (
        f"{len(lines.lengths)} runs at {t(frame.spacing)} "
        f"{'along the eaves' if direction == ALONG_EAVES else 'up the slope'}",
        f"{t(frame.width)} × {t(depth)}",
        *((f"{m(extra)} of trimmers, noggings and plates by their stated share",) if extra else ()),
    )
    return Line(
        f"{laid.area.id}/{item.layer.id}#members", "Members and battens", _member_name(item, frame),
        f"{frame.material} {frame.width * 1000:.0f} x {depth * 1000:.0f}", "m",
        Places((laid.area.id,), item.layer.id), net=metres + extra, share=sold.spare,
        per=Per(frame.width, section, section * density, 1.0), form=form, how=how,
        assumed=(f"sold as {sold_words(sold)}, assumed",) if sold.assumed else (), step=sold.step, work=metres + extra,
        pieces=pieces, material=frame.material,
    )  # fmt: skip


def _rafters(laid: AreaLaid) -> float:
    deep = [
        item.frame.spacing for item in laid.counted if item.frame and item.layer.thickness >= 0.08
    ]
    return deep[-1] if deep else 0.0


def _member_name(item: Counted, frame: Framing) -> str:
    size = f"{t(frame.width)} × {t(item.layer.thickness)}"
    return f"{'battens' if item.layer.kind == 'air' else 'members'} {size}"


def battens(laid: AreaLaid) -> Iterator[Line]:
    """Battens that a covering in courses hangs on or is nailed to, as set out."""
    placed = laid.placed
    covered = placed.covered if placed is not None else None
    if placed is None or covered is None or isinstance(covered.product, ShingleStrip):
        return

    shape = shape_of(placed.plane)
    west, _, east, _ = shape.bounds
    rows = shapely.linestrings([[(west - 1, c.s), (east + 1, c.s)] for c in covered.courses])
    met = shapely.get_parts(shapely.intersection(shape, rows))
    lengths = tuple(round(float(part.length), 6) for part in met if part.length > 0.05)
    sold, form = laid.trade.bars("battens")
    layer = next((item.layer.id for item in laid.counted if item.how == "courses"), "")
    pieces = pieces_of(lengths, form.lengths, _rafters(laid))
    section = 0.05 * 0.025
    yield Line(
        f"{laid.area.id}/{layer}#battens", "Members and battens", "battens of the covering", "battens", "m",
        Places((laid.area.id,), layer), net=sum(lengths), share=sold.spare, per=Per(0.05, section, section * 450, 1.0),
        form=form, how=(f"{len(covered.courses)} courses as set out, {len(lengths)} runs",),
        assumed=(f"{t(0.05)} × {t(0.025)} softwood, assumed", f"sold as {sold_words(sold)}, assumed"), step="battens",
        work=sum(lengths), pieces=pieces, material="softwood",
    )  # fmt: skip
