# SPDX-License-Identifier: GPL-3.0-or-later
"""What is chosen on the Log bench, and what follows from it."""

from typing import Any

from msgspec import Struct
from PyQt6.QtCore import QObject, pyqtSignal

from glacis.core.analysis.as_found import AS_FOUND
from glacis.core.analysis.keeping import keeping_of
from glacis.core.analysis.results import Results
from glacis.core.graph.part import Ready
from glacis.core.judgement.by_log import grounds_of, named_in
from glacis.core.log.as_built import standing
from glacis.core.log.belief import Belief, NextTest, belief, next_tests
from glacis.core.log.change import case_of, put_case, tell_sign
from glacis.core.log.checks import flags_of
from glacis.core.log.exercises import Exercise, Mark, exercises, mark
from glacis.core.log.keeping import Due, due_tasks
from glacis.core.log.priors import AsFound, Factor, factors_of
from glacis.core.log.table import Table, known_signs, table_of
from glacis.core.model.log import Case, Entry, Log
from glacis.session.attachments import Checker
from glacis.ui.desk import Desk, today


class Diagnosed(Struct, frozen=True):
    """The roof as found with its factors, what signs say, and what to test next."""

    found: AsFound | None
    factors: tuple[Factor, ...]
    belief: Belief
    tests: tuple[NextTest, ...]


class LogHand(QObject):
    """The entry, cause and exercise in the hand."""

    changed = pyqtSignal()

    def __init__(self, desk: Desk, parent: QObject) -> None:
        super().__init__(parent)
        self._desk = desk
        self.entry = ""
        self.cause = ""
        self.sign = ""
        self.test = ""
        self.gone = False
        self.here = False
        self.exercise: Exercise = next(exercises())
        self.tests: tuple[str, ...] = ()
        self.named: tuple[str, ...] = ()
        self.repair = ""
        self.marks: tuple[Mark, ...] = ()
        self._checker = Checker()
        self._asked: tuple[Results, int, str] | None = None
        self._diagnosed: Diagnosed | None = None

    @property
    def log(self) -> Log:
        """What is on record."""
        return self._desk.project.log

    @property
    def area(self) -> str:
        """Id of the selected area; empty for none."""
        result = self._desk.area
        return result.roof.area.id if result is not None else ""

    def choose(self, **values: Any) -> None:
        """Take something in the hand."""
        for name, value in values.items():
            setattr(self, name, value)
        self.changed.emit()

    @property
    def held(self) -> Entry | None:
        """The entry in the hand."""
        return next((entry for entry in self.log.entries if entry.id == self.entry), None)

    @property
    def rows(self) -> tuple[Entry, ...]:
        """Entries of the record, latest first; of this area alone where that is asked for."""
        found = [e for e in self.log.entries if not self.here or e.spot.area in ("", self.area)]
        order = {entry.id: k for k, entry in enumerate(self.log.entries)}
        return tuple(sorted(found, key=lambda e: (e.date, order[e.id]), reverse=True))

    @property
    def corrected(self) -> frozenset[str]:
        """Ids of entries that others took the place of."""
        stands = {entry.id for entry in standing(self.log)}
        return frozenset(entry.id for entry in self.log.entries if entry.id not in stands)

    @property
    def wrong(self) -> dict[str, tuple[str, str]]:
        """Severity and words of what is wrong, by entry."""
        grounds = grounds_of(self._desk.project, self._desk.materials, named_in(self.log))
        return {flag.entry: (flag.severity, flag.words) for flag in flags_of(self.log, grounds)}

    def files(self, entries: tuple[Entry, ...]) -> dict[str, tuple[str, bool]]:
        """How many files lie with entries, and whether something is wrong with them."""
        found = {}
        for entry in entries:
            if not entry.attachments:
                continue
            states = [self._checker.check(self._desk.path, x).state for x in entry.attachments]
            bad = [state for state in states if state != "there"]
            count = f"{len(states)} file{'s' if len(states) > 1 else ''}"
            words = f"{count}, {', '.join(sorted(set(bad)))}" if bad else count
            found[entry.id] = (words, bool(bad))
        return found

    def pictures(self, entry: Entry) -> tuple[tuple[str, str, str], ...]:
        """Name, state and path of each file of an entry."""
        kept = (self._checker.check(self._desk.path, x) for x in entry.attachments)
        return tuple((k.attachment.name, k.state, str(k.path or "")) for k in kept)

    def due(self) -> tuple[Due, ...]:
        """What is due, today."""
        return due_tasks(keeping_of(self._desk.results), today())

    # diagnosis

    @property
    def table(self) -> Table:
        """The likelihood table with what the project states otherwise."""
        return table_of(self.log)

    @property
    def case(self) -> Case:
        """What was looked for on the selected area."""
        return known_signs(self.table, case_of(self.log, self.area))

    @property
    def found(self) -> AsFound | None:
        """The roof as found, where it was computed."""
        return self.diagnosed.found

    @property
    def factors(self) -> tuple[Factor, ...]:
        """Factors on priors by the roof as found; none before it was computed."""
        return self.diagnosed.factors

    def belief(self) -> Belief:
        """What signs say about causes."""
        return self.diagnosed.belief

    def next_tests(self) -> tuple[NextTest, ...]:
        """What to test next."""
        return self.diagnosed.tests

    @property
    def diagnosed(self) -> Diagnosed:
        """Everything that signs of the selected area say, reckoned once for a document and what has come."""
        results = self._desk.results
        asked = (results, results.reader.came, self.area)
        if self._diagnosed is None or self._asked != asked:
            self._asked, self._diagnosed = asked, self._diagnose()
        return self._diagnosed

    def _diagnose(self) -> Diagnosed:
        state = self._desk.results.state(AS_FOUND, self.area)
        found = state.value if isinstance(state, Ready) else None
        factors = factors_of(found) if found is not None else ()
        case, table, by = self.case, self.table, {x.cause: x.value for x in factors}
        told = belief(table, case.seen, case.absent, by, self.log.seed)
        return Diagnosed(found, factors, told, next_tests(table, case.seen, case.absent, by))

    def turn(self, sign: str) -> bool:
        """Seen, then absent, then not looked at."""
        case, area = self.case, self.area
        now = "absent" if sign in case.seen else "" if sign in case.absent else "seen"
        return self.tell(sign, now, area)

    def tell(self, sign: str, told: str, area: str = "") -> bool:
        """Say that a sign is seen, absent, or was not looked at."""
        name = area or self.area
        return self._desk.act("Tell a sign", lambda p: tell_sign(p, name, sign, told))

    def clear(self) -> bool:
        """Take back everything that was looked for on the selected area."""
        area = self.area
        return self._desk.act("Take signs back", lambda p: put_case(p, Case(area=area)))

    # exercises

    def take(self, exercise: Exercise) -> None:
        """Begin an exercise."""
        self.choose(exercise=exercise, tests=(), named=(), repair="", marks=())

    def ask(self, test: str) -> None:
        """Ask for a test, once; not after the answer."""
        if test not in self.tests and not self.marks:
            self.choose(tests=(*self.tests, test))

    def commit(self) -> bool:
        """Give the answer."""
        if not self.named or not self.repair:
            return False
        self.choose(marks=mark(self.exercise, self.tests, self.named, self.repair))
        return True
