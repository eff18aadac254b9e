# SPDX-License-Identifier: GPL-3.0-or-later
"""Lines of code and of tests, and the share of the tests."""

import subprocess
from pathlib import Path


def lines(path: Path) -> int:
    """Lines that are not blank."""
    return sum(1 for line in path.read_text(encoding="utf-8").splitlines() if line.strip())


def main() -> None:
    """Print the counts."""
    listed = subprocess.run(
        ["git", "ls-files", "--cached", "--others", "--exclude-standard", "*.py"],
        capture_output=True,
        text=True,
        check=True,
    ).stdout
    counts = {path: lines(path) for name in listed.split() if (path := Path(name)).is_file()}
    tests = sum(count for path, count in counts.items() if path.parts[0] == "tests")
    total = sum(counts.values())
    print(f"code   {total - tests:6d} lines in {sum(p.parts[0] != 'tests' for p in counts)} files")
    print(f"tests  {tests:6d} lines in {sum(p.parts[0] == 'tests' for p in counts)} files")
    print(f"share of tests {tests / total:.0%}")
    longest = sorted(counts.items(), key=lambda item: -item[1])[:3]
    print("longest: " + ", ".join(f"{path} {count}" for path, count in longest))


if __name__ == "__main__":
    main()
