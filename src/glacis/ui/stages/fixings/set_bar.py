# SPDX-License-Identifier: GPL-3.0-or-later
"""Which set is in the hand, what it holds and bites into, and adding others."""

from msgspec.structs import replace
from PyQt6.QtWidgets import QPushButton, QSizePolicy, QVBoxLayout, QWidget

from glacis.core.fixings.change import put_set, remove_set
from glacis.core.fixings.schools import schools_for
from glacis.core.model.fixings import FixSet
from glacis.core.model.lookup import numbered_id
from glacis.ui.desk import Desk
from glacis.ui.plain import plain_tip
from glacis.ui.stages.fixings.hand import FixingsHand
from glacis.ui.stages.fixings.strips import Flow
from glacis.ui.widgets.field_grid import chooser
from glacis.ui.widgets.labels import tight


class SetBar(QWidget):
    """One row: the set, what it holds, what it bites into, its zones; more of them, fewer of them."""

    def __init__(self, desk: Desk, hand: FixingsHand) -> None:
        super().__init__()
        self._desk, self._hand = desk, hand
        self.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Maximum)
        self.flow = Flow(2)
        self.sets = chooser("Set in the hand (N)", ())
        self.sets.activated.connect(lambda _k: hand.choose(set=self.sets.currentData()))
        self.holds = chooser("Outermost layer that it holds", ())
        self.anchor = chooser("What it bites into or is bonded to", ())
        self.zones = chooser("Zones it is for", ())
        self.more = chooser("Add a set", ())
        self.holds.activated.connect(
            lambda _k: hand.change("set", {"holds": self.holds.currentData()})
        )
        self.anchor.activated.connect(
            lambda _k: hand.change("set", {"anchor": self.anchor.currentData()})
        )
        self.zones.activated.connect(
            lambda _k: hand.change("set", {"zones": tuple(self.zones.currentData().split())})
        )
        self.more.activated.connect(self._add)
        for box, width in (
            (self.sets, 140), (self.holds, 140), (self.anchor, 140), (self.zones, 110), (self.more, 120),
        ):  # fmt: skip
            box.setFixedWidth(width)
        self.fewer = QPushButton("Take away")
        self.fewer.setToolTip(plain_tip("Take the set in the hand away"))
        self.fewer.clicked.connect(self._remove)
        for key, words, widget, row in (
            ("sets", "", self.sets, 0), ("holds", "holds", self.holds, 0), ("anchor", "into", self.anchor, 0),
            ("zones", "in", self.zones, 1), ("fewer", "", self.fewer, 1), ("more", "", self.more, 1),
        ):  # fmt: skip
            self.flow.put(key, words, widget, row)
        self.flow.close()
        column = tight(QVBoxLayout(self), (0, 0, 0, 0), 0)
        column.addWidget(self.flow)
        self._layers: tuple[tuple[str, str], ...] = ()

    def refresh(self) -> None:
        """Show the sets of the area."""
        hand = self._hand
        placed, sets = hand.placed, hand.stated.sets
        self.sets.clear()
        for held in sets:
            self.sets.addItem(held.name, held.id)
        layers = tuple((layer.id, layer.name) for layer in reversed(hand.layers))
        if layers != self._layers:
            self._layers = layers
            for box in (self.holds, self.anchor):
                box.clear()
            for name, words in layers:
                self.holds.addItem(words, name)
                self.anchor.addItem(words, name)
            self.anchor.addItem("structure beneath", "")
        self.more.clear()
        self.more.addItem("Add a set…", None)
        for held in self._offered():
            self.more.addItem(held.name, held)
        keys = {"more"} | (
            {"sets", "holds", "anchor", "zones", "fewer"} if placed is not None else set()
        )
        self.flow.show_only(keys)
        if placed is None:
            return
        self.sets.setCurrentIndex(self.sets.findData(placed.set.id))
        self.holds.setCurrentIndex(self.holds.findData(placed.set.holds))
        self.anchor.setCurrentIndex(self.anchor.findData(placed.set.anchor))
        self._show_zones(placed.set)

    def _show_zones(self, held: FixSet) -> None:
        self.zones.clear()
        self.zones.addItem("all zones", "")
        names = tuple(dict.fromkeys(zone.name.split()[0] for zone in self._hand.wind.zones))
        for name in names:
            self.zones.addItem(f"{name} only", name)
        if len(names) > 2:
            self.zones.addItem("all but the mildest", " ".join(names[:-1]))
        chosen = " ".join(held.zones)
        if self.zones.findData(chosen) < 0:
            self.zones.addItem(", ".join(held.zones), chosen)
        self.zones.setCurrentIndex(self.zones.findData(chosen))

    def _offered(self) -> tuple[FixSet, ...]:
        """Sets that schools of this build-up would take, each once."""
        area = self._hand.area
        if area is None:
            return ()
        found: dict[str, FixSet] = {}
        for school in schools_for(self._hand.layers, area.pitch):
            for held in school.sets:
                found.setdefault(held.name, held)
        return tuple(found.values())

    def _add(self, _index: int) -> None:
        held, area = self.more.currentData(), self._hand.area
        self.more.setCurrentIndex(0)
        if area is None or not isinstance(held, FixSet):
            return
        known = {item.id for item in self._hand.stated.sets}
        made = replace(held, id=held.id if held.id not in known else numbered_id(known, held.id))
        if self._desk.act(f"Add {held.name.lower()}", lambda p: put_set(p, area.id, made)):
            self._hand.choose(set=made.id)

    def _remove(self) -> None:
        area, placed = self._hand.area, self._hand.placed
        if area is not None and placed is not None:
            name = placed.set.id
            self._desk.act(
                f"Take {placed.set.name.lower()} away", lambda p: remove_set(p, area.id, name)
            )
