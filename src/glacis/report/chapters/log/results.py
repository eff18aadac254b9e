# SPDX-License-Identifier: GPL-3.0-or-later
"""The log in the results: what stands, what is due, what signs say."""

from typing import Any

from glacis.core.analysis.results import Results
from glacis.core.log.as_built import as_built, standing
from glacis.core.log.belief import belief, next_tests
from glacis.core.log.table import known_signs, table_of
from glacis.core.log.words import kind_of, summary
from glacis.report.chapters.log.files import due_of
from glacis.report.offers import Key, Section


def _diagnoses(results: Results) -> list[dict[str, Any]]:
    log = results.project.log
    table = table_of(log)
    found = []
    for stated in log.cases:
        case = known_signs(table, stated)
        told = belief(table, case.seen, case.absent, {}, log.seed)
        tests = next_tests(table, case.seen, case.absent, {})
        found.append(
            {
                "area": case.area,
                "table": told.table,
                "seen": list(case.seen),
                "absent": list(case.absent),
                "causes": [
                    {
                        "id": c.id,
                        "share": c.share,
                        "low": c.low,
                        "high": c.high,
                        "before": c.before,
                        "evidence_bits": [
                            {"sign": name, "bits": bits} for name, bits in c.evidence
                        ],
                    }
                    for c in told.causes
                ],
                "best": list(told.best),
                "best_share": told.best_share,
                "says": list(told.says),
                "tests": [
                    {
                        "id": t.id,
                        "cost": t.cost,
                        "bits": t.bits,
                        "apart_bits": t.apart,
                        "opens": t.opens,
                    }
                    for t in tests
                ],
            }
        )
    return found


def _project(results: Results, _subject: str) -> dict[str, Any]:
    log = results.project.log
    return {
        "log": {
            "completed": log.completed or None,
            "entries": [
                {
                    "id": e.id,
                    "kind": kind_of(e),
                    "date": e.date,
                    "area": e.spot.area or None,
                    "layer": e.spot.layer or None,
                    "at": list(e.spot.at) if e.spot.at is not None else None,
                    "who": e.who,
                    "words": summary(e, "si"),
                    "files": [
                        {"name": f.name, "sha256": f.sha256, "size": f.size} for f in e.attachments
                    ],
                }
                for e in standing(log)
            ],
            "as_built_lost": list(as_built(results.project)[1]),
        },
        "due": [
            {
                "area": d.area or None,
                "what": d.what,
                "date": d.date,
                "days_late": d.late,
                "why": d.why,
                "urgent": d.urgent,
                "again_months": d.months or None,
            }
            for d in due_of(results)
        ],
        "diagnoses": _diagnoses(results),
    }


LOG_SECTION = Section(
    "project",
    (
        Key(("log",), "", "what stands on record, below"),
        Key(("due",), "", "what is to be looked at, as of the latest day on record, below"),
        Key(("diagnoses",), "", "what signs of each wet roof say, below"),
    ),
    _project,
    more="""## Log

`log`: `completed`, `entries` that nobody has corrected (`id`, `kind`, `date`, `area`, `layer`, `at` [m], `who`,
`words`, `files` with `name`, `sha256`, `size`), `as_built_lost` (ids of deviations that no longer fit).

`due`: `area` (none for the whole job), `what`, `date`, `days_late`, `why`, `urgent`, `again_months`.

`diagnoses`: `area`, `table`, `seen`, `absent`, `causes` (`id`, `share`, `low` and `high` over drawn tables, `before`,
`evidence_bits`), `best` with `best_share`, `says` (`undecided`, `too little known`, `something not in the list`),
`tests` (`id`, `cost`, `bits`, `apart_bits`, `opens`). Priors are the table's, without the roof as found.
""",
)
