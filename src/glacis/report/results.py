# SPDX-License-Identifier: GPL-3.0-or-later
"""All headline results as JSON, format ``glacis-results/1``, gathered from the stages' sections."""

from typing import Any

from glacis.core.analysis.results import Results
from glacis.core.judgement.finding import Finding
from glacis.core.model.document import Decision
from glacis.report.offers import Level, Section, offers

FORMAT = "glacis-results/1"
PAGE_HEAD = f"""# Results as JSON

`glacis check FILE --json` prints one object, format `{FORMAT}`. Numbers are SI at full
precision, except condensate in g/m². Later versions add keys; none is renamed. Made from the
sections of the stages by `make docs`.

| key | unit | meaning |
| --- | --- | --- |
| `format` | | `{FORMAT}` |
| `project` | | name of the project |
| `U_mean` | W/(m²·K) | of the whole roof, areas weighted along their slope |
| `areas` | | one object a roof area, below |
"""
PAGE_AREA = """
## An area

| key | unit | meaning |
| --- | --- | --- |
| `id`, `name`, `assembly` | | the area and its build-up |
| `pitch_deg`, `azimuth_deg` | ° | as stated; azimuth clockwise from north |
"""
PAGE_TAIL = """
## A finding

`rule`, `severity` (`stop`, `mind`, `note`), `stage`, `where` (`kind`: `project`, `area`, `layer`, `edge`,
`opening`, `outlet` or `step`; `area`, `name`, `layers`; `ids` of edges or openings), `message`, `evidence`
(each `name`, `value`, `quantity`), `accepted` (`null`, or `who`, `role`, `date`, `reason`).

## Exit codes

0: nothing open says stop. 1: an open finding says stop; one accepted on the record does not count.
2: the input could not be used; standard error says which file, which key, what was expected and what
was found.
"""


def sections(results: Results, level: Level) -> list[Section]:
    """What the stages add at one level."""
    return [s for offer in offers(results.stages) for s in offer.sections if s.level == level]


def _area(results: Results, area: str, added: list[Section]) -> dict[str, Any]:
    roof = results.of(area).roof
    made = {
        "id": roof.area.id,
        "name": roof.area.name,
        "assembly": roof.assembly.name,
        "pitch_deg": roof.area.pitch,
        "azimuth_deg": roof.area.azimuth,
    }
    for section in added:
        made.update(section.make(results, area))
    return made


def _accepted(decision: Decision | None) -> dict[str, str] | None:
    if decision is None:
        return None
    return {
        "who": decision.who,
        "role": decision.role,
        "date": decision.date,
        "reason": decision.reason,
    }


def _finding(finding: Finding, names: dict[str, str], decision: Decision | None) -> dict[str, Any]:
    place = finding.place
    return {
        "accepted": _accepted(decision),
        "rule": finding.rule,
        "severity": finding.severity,
        "stage": finding.stage,
        "where": {
            "kind": place.kind,
            "area": finding.area,
            "name": names.get(finding.area, ""),
            "layers": list(finding.layers),
            "ids": list(place.ids),
        },
        "message": finding.message("si"),
        "evidence": [
            {"name": item.name, "value": item.value, "quantity": item.quantity.value.name}
            for item in finding.evidence
        ],
    }


def results_json(results: Results) -> dict[str, Any]:
    """All headline results and findings at full precision, SI units, condensate in g/m²."""
    names = {item.roof.area.id: item.roof.area.name for item in results.areas}
    of_areas = sections(results, "area")
    made: dict[str, Any] = {
        "format": FORMAT,
        "project": results.project.name,
        "U_mean": results.mean_transmittance,
        "areas": [_area(results, area, of_areas) for area in names],
    }
    for section in sections(results, "project"):
        made.update(section.make(results, ""))
    made["findings"] = [_finding(f, names, results.decision(f)) for f in results.findings]
    return made


def _key_lines(added: list[Section]) -> str:
    return "".join(
        f"| {', '.join(f'`{name}`' for name in key.names)} | {key.unit} | {key.meaning} |\n"
        for section in added
        for key in section.keys
    )


def results_page(results: Results) -> str:
    """What every key of the results means, as a page of documentation."""
    project, areas = sections(results, "project"), sections(results, "area")
    head = f"{PAGE_HEAD}{_key_lines(project)}| `findings` | | all findings, worst first, below |\n"
    more = "".join(f"\n{section.more}" for section in (*areas, *project) if section.more)
    return f"{head}{PAGE_AREA}{_key_lines(areas)}{more}{PAGE_TAIL}"
