# SPDX-License-Identifier: GPL-3.0-or-later
"""Write the generated pages: rule catalogue, validation table, schema."""

import sys
from pathlib import Path

import msgspec

ROOT = Path(__file__).parent.parent
sys.path.insert(0, str(ROOT / "tests"))

from glacis.cli.words import usage
from glacis.core.analysis.analyser import Analyser
from glacis.core.judgement.catalogue import rule_book
from glacis.core.model.document import Project
from glacis.core.stages import STAGES
from glacis.demo.examples import EXAMPLES, example_project
from glacis.demo.sallow_creek import sallow_creek
from glacis.demo.shipped import DemoName, demo_file
from glacis.demo.tern_point import tern_point
from glacis.files.glossary import load_glossary
from glacis.files.libraries import load_library, load_sites
from glacis.files.project_file import encode
from glacis.files.schema import project_schema
from glacis.report.offers import exports
from glacis.report.results import results_page
from validation.tables import crossing_rows, framing_rows, hand_rows

MARK = "<!-- made by make docs: the commands -->"


def rules_page() -> str:
    """The catalogue of rules."""
    lines = [
        "# Rules",
        "",
        "Made from the rules themselves by `make docs`. Severity is the worst a rule reports.",
        "",
        "| rule | looks for | severity | stage | why | source |",
        "| --- | --- | --- | --- | --- | --- |",
    ]
    lines += [
        f"| `{r.id}` | {r.title} | {r.severity} | {r.stage} | {r.reason} | {r.source} |"
        for r in rule_book().rules
    ]
    return "\n".join(lines) + "\n"


def glossary_page() -> str:
    """The words and symbols that the window explains."""
    lines = [
        "# Glossary",
        "",
        "Made by `make docs` from the table that *Help > What is this?* (Shift+F1) reads, "
        "`src/glacis/files/data/glossary.csv`.",
        "",
        "| word | symbol | meaning | source |",
        "| --- | --- | --- | --- |",
    ]
    lines += [
        f"| {term.name} | {term.symbol} | {term.says} | {term.source} |"
        for term in sorted(load_glossary(), key=lambda term: term.name.casefold())
    ]
    return "\n".join(lines) + "\n"


def framing_table() -> list[str]:
    """Members in one direction against two dimensions."""
    lines = [
        "",
        "## Framing against two-dimensional conduction",
        "",
        "A half bay by finite volumes in cells of 4 mm (`tests/validation/conduction.py`). The truth",
        "lies between the limits, and the combined method within its stated error e.",
        "",
        "| members | R′ | R by 2D | R″ | R combined | error % | e % |",
        "| --- | --- | --- | --- | --- | --- | --- |",
    ]
    lines.extend(framing_rows())
    return lines


def crossing_table() -> list[str]:
    """Members that cross against three dimensions."""
    lines = [
        "",
        "## Crossing members against three-dimensional conduction",
        "",
        "A quarter of the repeating piece in cells of 7.5 mm (`tests/validation/conduction_3d.py`):",
        "rafters crossed by a filled counter layer, 35 mm of wood fibre over them.",
        "",
        "| rafters; battens | R′ | R by 3D | R″ | R combined | error % | e % |",
        "| --- | --- | --- | --- | --- | --- | --- |",
    ]
    lines.extend(crossing_rows())
    lines.append("")
    return lines


def validation_page() -> str:
    """Hand-worked U-values beside those of Glacis."""
    lines = [
        "# Validation",
        "",
        "## U-values",
        "",
        "Worked by hand from ISO 6946:2017 (`tests/validation/uvalues.py` holds the arithmetic); made",
        "by `make docs` and checked by a test.",
        "",
        "| roof | by hand | U by hand | U by Glacis |",
        "| --- | --- | --- | --- |",
    ]
    lines.extend(hand_rows())
    lines += [*framing_table(), *crossing_table()]
    return (
        "\n".join(lines)
        + "\n"
        + (ROOT / "docs" / "physics" / "validation-moisture.txt").read_text()
    )


def materials_page() -> str:
    """The library as a table."""
    lines = [
        "# Materials",
        "",
        "Generic design values; the product's own declaration outranks them. Made by `make docs`.",
        "",
        "| material | λ W/(m·K) | ρ kg/m³ | μ dry/wet or s_d dry/wet | for | source |",
        "| --- | --- | --- | --- | --- | --- |",
    ]
    for m in load_library().materials:
        vapour = (
            f"s_d {m.sd_dry:g}/{m.sd_wet:g} m" if m.is_membrane else f"{m.mu_dry:g}/{m.mu_wet:g}"
        )
        lines.append(
            f"| {m.name} | {m.conductivity:g} | {m.density:g} | {vapour} | {m.purpose} | {m.source} |"
        )
    return "\n".join(lines) + "\n"


def with_commands(text: str) -> str:
    """The README with what the command line says of itself, between its two marks."""
    before, _, rest = text.partition(MARK)
    _, _, after = rest.partition(MARK)
    lines = "".join(f"    {line}\n" for line in usage(exports(STAGES)).splitlines())
    return f"{before}{MARK}\n\n{lines}\n{MARK}{after}"


def main() -> int:
    """Write every page."""
    docs = ROOT / "docs"
    (docs / "rules.md").write_text(rules_page(), encoding="utf-8")
    (docs / "glossary.md").write_text(glossary_page(), encoding="utf-8")
    (docs / "materials.md").write_text(materials_page(), encoding="utf-8")
    (docs / "physics" / "validation.md").write_text(validation_page(), encoding="utf-8")
    coast, plain = load_sites()[:2]
    demos: tuple[tuple[DemoName, Project], ...] = (
        ("tern-point", tern_point(coast)), ("sallow-creek", sallow_creek(plain)),
    )  # fmt: skip
    for name, project in demos:
        demo_file(name).parent.mkdir(exist_ok=True)
        demo_file(name).write_bytes(encode(project))
    examples = ROOT / "examples"
    examples.mkdir(exist_ok=True)
    engine = Analyser(load_library())
    for example in EXAMPLES:
        project = example_project(example, load_sites(), lambda: engine)
        (examples / f"{example.id}.glacis").write_bytes(encode(project))
    results = engine.analyse(tern_point(coast))
    (docs / "results.md").write_text(results_page(results), encoding="utf-8")
    readme = ROOT / "README.md"
    readme.write_text(with_commands(readme.read_text(encoding="utf-8")), encoding="utf-8")
    schema = msgspec.json.format(msgspec.json.encode(project_schema()), indent=2)
    (docs / "project.schema.json").write_bytes(schema + b"\n")
    return 0


if __name__ == "__main__":
    sys.exit(main())
