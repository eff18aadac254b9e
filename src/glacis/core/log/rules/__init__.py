# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules about what is on record."""

from collections.abc import Callable, Iterator

from glacis.core.judgement.by_log import LogSubject
from glacis.core.judgement.finding import AnyRule, Finding, Rule, Severity, no_remedies
from glacis.core.judgement.place import PROJECT, on_area

PRACTICE = "Our judgement after practice of site records: what was covered without proof is opened again to find it"


def _says(kind: str) -> Callable[[LogSubject], Iterator[Finding]]:
    """The findings of one kind of flag."""

    def check(subject: LogSubject) -> Iterator[Finding]:
        for flag in subject.flags:
            if flag.kind != kind:
                continue
            known = flag.area in subject.areas
            layers = (flag.layer,) if (flag.area, flag.layer) in subject.layers else ()
            place = on_area(flag.area, layers) if known else PROJECT
            words = flag.words.replace("{", "(").replace("}", ")")
            severity: Severity = "stop" if flag.severity == "stop" else "mind"
            yield Finding(f"log.{kind}", severity, "log", place, words)

    return check


def _rule(
    kind: str, title: str, severity: Severity, reason: str, source: str = PRACTICE
) -> AnyRule:
    return Rule(
        f"log.{kind}", title, "log", severity, reason, source, _says(kind), no_remedies, "log"
    )


RULES: tuple[AnyRule, ...] = (
    _rule("order", "Covered before it was laid", "stop",
          "One of the two days is wrong; until it is known which, nobody knows what lies there."),
    _rule("late", "Lay open longer than its limit", "mind",
          "Sun, rain and wind take what a product promises. Its own paper says what may still be covered."),
    _rule("rain", "Rain while it lay open", "mind",
          "What is closed in wet stays wet. A reading before it is covered ends the doubt."),
    _rule("expired", "Laid after its day of expiry", "mind",
          "Glues and primers past their day may not bond; the maker's word or a peel test says."),
    _rule("wet", "Laid on a ground that was too wet", "stop",
          "Water under a tight layer has no way out but up: blisters, and rot in timber.",
          "Our judgement after practice; the product's own limit outranks it"),
    _rule("dew", "Ground too near the dew point", "mind",
          "A film of dew keeps glue and primer from the ground, and nobody sees it.", "EN ISO 8502-4:2017, 6"),
    _rule("verdict", "A test whose value contradicts its verdict", "stop",
          "Either the value or the verdict is wrong; both are told until somebody corrects one."),
    _rule("failed", "A test that did not pass", "stop",
          "What failed is mended and tested again; the new entry corrects this one or comes after it."),
    _rule("hold", "A hold point that was not passed", "stop",
          "Nothing covers it until somebody has seen it right."),
    _rule("unagreed", "Built otherwise, and nobody agreed", "mind",
          "Whoever answers for the design has to know what was built; the as-built roof is computed with it."),
    _rule("left", "Work left unfinished", "mind",
          "A forgotten notch or loose edge shows with the first rain. Close it, with the day."),
    _rule("question", "A question that is open", "mind",
          "What the drawing does not say the crew guesses. Answer it, or name who does and by when."),
    _rule("stray", "An entry whose place is gone", "mind",
          "The roof was drawn otherwise since. The entry stays; correct it to say where it belongs now."),
    _rule("unfit", "A deviation that no longer fits", "mind",
          "The roof as built cannot be computed with it: its layer or area is gone, or it would not stand."),
    _rule(
        "table",
        "A sign that no table knows",
        "mind",
        "A file from elsewhere may name signs or shares of another table. They are kept, and count for nothing.",
    ),
    _rule("urgent", "Something seen that cannot wait", "stop",
          "Severity 3 means now. It stays until an observation goes on from it that says it is gone."),
)  # fmt: skip
