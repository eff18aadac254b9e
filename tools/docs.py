"""Write the generated pages: rule catalogue, validation table, schema."""

import sys
from pathlib import Path

import msgspec

ROOT = Path(__file__).parent.parent
sys.path.insert(0, str(ROOT / "tests"))

from glacis.core.judgement.catalogue import RULES
from glacis.files.libraries import load_library
from glacis.files.schema import project_schema
from support import analysed, roof_project
from validation.uvalues import ROOFS


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
        for r in RULES
    ]
    return "\n".join(lines) + "\n"


def validation_page() -> str:
    """Hand-worked U-values beside those of Glacis."""
    lines = [
        "# Validation",
        "",
        "## U-values",
        "",
        "Worked by hand from ISO 6946:2017 (`tests/validation/uvalues.py` holds the arithmetic); made",
        "by `make docs` and checked by a test. Clear field, without corrections.",
        "",
        "| roof | by hand | U by hand | U by Glacis |",
        "| --- | --- | --- | --- |",
    ]
    for roof in ROOFS:
        mine = analysed(roof_project(*roof.layers, pitch=roof.pitch)).roof.heat.transmittance
        lines.append(f"| {roof.name} | {roof.how} | {roof.expected:.4f} | {mine:.4f} |")
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


def main() -> int:
    """Write every page."""
    docs = ROOT / "docs"
    (docs / "rules.md").write_text(rules_page(), encoding="utf-8")
    (docs / "materials.md").write_text(materials_page(), encoding="utf-8")
    (docs / "physics" / "validation.md").write_text(validation_page(), encoding="utf-8")
    schema = msgspec.json.format(msgspec.json.encode(project_schema()), indent=2)
    (docs / "project.schema.json").write_bytes(schema + b"\n")
    return 0


if __name__ == "__main__":
    sys.exit(main())
