# SPDX-License-Identifier: GPL-3.0-or-later
"""Every threshold, coefficient and rule names its source; where it is our judgement it says so and why."""

import ast
import re
import tomllib
from pathlib import Path

import pytest

import glacis.core
from glacis.core.judgement.catalogue import rule_book

CORE = Path(glacis.core.__file__).parent
NAMED = re.compile(
    r"\bISO\b|\bEN \d|\bDIN\b|ASHRAE|ASCE \d|ASTM|CODATA|US model codes|Kopp and Lean"
    r"|[Bb]y definition|definition \(|[Oo]ur\s+judgement"
)


def constants() -> list[tuple[str, str]]:
    """Every number at the top of a module of core, with the words below it."""
    found = []
    for path in sorted(CORE.rglob("*.py")):
        body = ast.parse(path.read_text()).body
        for node, after in zip(body, [*body[1:], None], strict=True):
            target = (
                node.targets[0] if isinstance(node, ast.Assign) else getattr(node, "target", None)
            )
            value = getattr(node, "value", None)
            number = isinstance(value, ast.Constant) and isinstance(value.value, (int, float))
            if not (isinstance(target, ast.Name) and number):
                continue
            words = after.value if isinstance(after, ast.Expr) else None
            text = words.value if isinstance(words, ast.Constant) else ""
            found.append((f"{path.relative_to(CORE)}: {target.id}", str(text)))
    return found


def test_there_are_constants_to_look_at():
    assert len(constants()) > 60


@pytest.mark.parametrize(("name", "words"), constants(), ids=lambda x: x[:40])
def test_every_number_says_where_it_comes_from(name, words):
    assert NAMED.search(words), f"{name} names no source"


@pytest.mark.parametrize("rule", rule_book().rules, ids=lambda rule: rule.id)
def test_every_rule_names_a_standard_or_says_why_it_is_our_judgement(rule):
    assert NAMED.search(rule.source) or "project's" in rule.source or "library" in rule.source
    if "ur judgement" in rule.source:
        assert re.search(r"ur judgement(:| of | after | that )", rule.source)


def test_every_planted_fault_has_its_place():
    # What was moved since it was written down would go unplanted.
    faults = tomllib.loads(
        (Path(__file__).parents[1] / "mutants" / "faults.toml").read_text("utf-8")
    )
    for file, old, new in faults["faults"]:
        assert (CORE / file).read_text(encoding="utf-8").count(old) == 1, (file, old)
        assert old != new
