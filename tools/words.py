# SPDX-License-Identifier: GPL-3.0-or-later
"""Words that must not stand in the project, and functions that grew too long."""

import ast
import re
import subprocess
import sys
from pathlib import Path

FORBIDDEN = re.compile(
    r"\b(transcript|seed document|recording \d|"
    "TO"
    "DO|"
    "FIX"
    r"ME|NotImplementedError)\b"
    r"|(?<![\w.$\}])/(?:work|root|farm)/|/home/\w+/",
)
SPDX = "SPDX-License-Identifier: GPL-3.0-or-later"
LONGEST_FILE, LONGEST_FUNCTION = 500, 60
TEXTS = {".py", ".md", ".toml", ".sh", ".json", ".csv", ".xml", ".svg", ".desktop"}


def tracked() -> list[Path]:
    """All text files of the project."""
    listed = subprocess.run(
        ["git", "ls-files", "--cached", "--others", "--exclude-standard"],
        capture_output=True,
        text=True,
        check=True,
    ).stdout
    paths = [Path(name) for name in listed.split()]
    return [p for p in paths if p.is_file() and (p.suffix in TEXTS or p.name == "Makefile")]


def long_functions(path: Path, tree: ast.AST) -> list[str]:
    """Functions above the limit."""
    found = []
    for node in ast.walk(tree):
        if isinstance(node, ast.FunctionDef):
            length = (node.end_lineno or node.lineno) - node.lineno + 1
            if length > LONGEST_FUNCTION:
                found.append(f"{path}:{node.lineno}: function {node.name} has {length} lines")
    return found


TIPS = ("setToolTip", "setWhatsThis")
LABELS = "src/glacis/ui/widgets/labels.py"


def markup(path: Path, tree: ast.AST) -> list[str]:
    """Places where a name could be taken for markup: tooltips and labels that do not escape it."""
    found = []
    for node in ast.walk(tree):
        if not isinstance(node, ast.Call):
            continue
        called = node.func.attr if isinstance(node.func, ast.Attribute) else ""
        said = node.args[0] if node.args else None
        escaped = isinstance(said, ast.Call) and getattr(said.func, "id", "") == "plain_tip"
        if called in TIPS and not (escaped or isinstance(said, ast.Constant)):
            found.append(f"{path}:{node.lineno}: {called} of what is no plain_tip()")
        if getattr(node.func, "id", "") == "QLabel" and str(path) != LABELS:
            found.append(f"{path}:{node.lineno}: a QLabel of its own; take label()")
    return found


def main() -> int:
    """Report every fault; exit 1 if there is one."""
    faults = []
    for path in tracked():
        text = path.read_text(encoding="utf-8")
        if path.name != "words.py":
            for number, line in enumerate(text.splitlines(), 1):
                if FORBIDDEN.search(line):
                    faults.append(f"{path}:{number}: {line.strip()[:100]}")
        if path.suffix in (".py", ".sh") and SPDX not in text[:200]:
            faults.append(f"{path}: no line '{SPDX}'")
        if path.suffix == ".py":
            tree = ast.parse(text)
            faults.extend(long_functions(path, tree))
            if path.parts[:3] == ("src", "glacis", "ui"):
                faults.extend(markup(path, tree))
            if text.count("\n") > LONGEST_FILE:
                faults.append(f"{path}: {text.count(chr(10))} lines, more than {LONGEST_FILE}")
    print("\n".join(faults) if faults else "words: nothing forbidden")
    return 1 if faults else 0


if __name__ == "__main__":
    sys.exit(main())
