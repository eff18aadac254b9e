# SPDX-License-Identifier: GPL-3.0-or-later
"""Check what is stated about set-out, and products that are laid piece by piece."""

from math import isfinite

from glacis.core.errors import ValueRefused
from glacis.core.model.covering import Product, RollProduct, SheetProduct, SlatePiece, Tile
from glacis.core.model.set_out import SetOut
from glacis.core.units.ranges import check_ranges


def _in_order(where: str, what: str, least: float, most: float) -> None:
    if least > most:
        raise ValueRefused(
            f"{where}, {what}", f"least {least * 1000:g} mm, greatest {most * 1000:g} mm", "the least first",
        )  # fmt: skip


def check_product(product: Product) -> None:
    """Refuse a product with a figure out of its range, or limits that are crossed.

    Raises:
        ValueRefused: naming the figure, what was found and what was expected.
    """
    where = f"product '{product.name}'"
    check_ranges(product, where)
    if not product.id.strip() or not product.name.strip():
        raise ValueRefused(where, "no id or name", "a few letters")
    if isinstance(product, Tile):
        _in_order(where, "headlap", product.headlap_least, product.headlap_most)
        _in_order(where, "cover", product.cover_least, product.cover_most)
        _in_order(where, "overhang at the verge", product.verge_least, product.verge_most)
        _less(where, "headlap", product.headlap_most, product.length)
    if isinstance(product, SlatePiece):
        _less(where, "lap", product.lap, product.length)
    if isinstance(product, SheetProduct) and product.transport:
        _less(where, "end lap", product.end_lap, product.transport)
    if isinstance(product, RollProduct):
        _check_headlaps(where, product)


def _less(where: str, what: str, value: float, whole: float) -> None:
    if value >= whole:
        raise ValueRefused(
            f"{where}, {what}", f"{value * 1000:g} mm", f"less than {whole * 1000:g} mm"
        )


def _check_headlaps(where: str, roll: RollProduct) -> None:
    pitches = [pitch for pitch, _ in roll.headlaps]
    if not pitches or pitches != sorted(set(pitches)) or not all(map(isfinite, pitches)):
        raise ValueRefused(
            f"{where}, headlaps", str(pitches)[:60], "pitches that rise, one at least"
        )
    for _, lap in roll.headlaps:
        if not 0 <= lap < roll.width:
            raise ValueRefused(
                f"{where}, headlap", f"{lap * 1000:g} mm", f"0 to less than the roll, {roll.width * 1000:g} mm",
            )  # fmt: skip


def check_set_out(set_out: SetOut, where: str) -> None:
    """Refuse set-out with a figure out of its range, or limits that are crossed.

    Raises:
        ValueRefused: naming the figure, what was found and what was expected.
    """
    check_ranges(set_out, where)
    check_ranges(set_out.grid, f"{where}, members")
    _in_order(where, "seat of a window", set_out.seat_least, set_out.seat_most)
    if set_out.eaves is not None:
        check_ranges(set_out.eaves, f"{where}, eaves")
    for part, words in (
        (set_out.outriggers, "outriggers"), (set_out.furring, "furring"), (set_out.curve, "curve")
    ):  # fmt: skip
        if part is not None:
            check_ranges(part, f"{where}, {words}")
    for number, zone in enumerate(set_out.furring.zones if set_out.furring is not None else (), 1):
        check_ranges(zone, f"{where}, zone {number}")
    if set_out.panels is not None:
        check_ranges(set_out.panels, f"{where}, panels")
        for run in set_out.panels.measured:
            check_ranges(run, f"{where}, run of {run.laid} panels")


def check_set_outs(set_outs: tuple[SetOut, ...], products: tuple[Product, ...]) -> None:
    """Refuse what is wrong with the set-out of any area, or with any product.

    Raises:
        ValueRefused: naming the figure, what was found and what was expected.
    """
    for set_out in set_outs:
        check_set_out(set_out, f"set-out of roof area '{set_out.area}'")
    for product in products:
        check_product(product)
