# SPDX-License-Identifier: GPL-3.0-or-later
"""Plant single faults in the core and see whether a test catches each: ``make mutants``.

Each fault is planted in a copy of the package, never in the working tree.
"""

import os
import shutil
import subprocess
import sys
import tempfile
import tomllib
from collections.abc import Sequence
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from queue import Queue

ROOT = Path(__file__).parents[1]
FAULTS = ROOT / "tests" / "mutants" / "faults.toml"
CORE = Path("glacis") / "core"
WANTED = 0.9
"""Share of the faults that tests have to catch."""
NEAR = (
    "validation/test_uvalues.py", "core/test_heat.py", "core/test_moisture.py", "core/test_mended.py",
    "core/test_truths.py", "core/test_units.py", "core/test_thresholds.py", "core/test_falls_water.py",
    "core/test_falls_taper.py", "core/test_falls_boards.py", "core/test_falls_rain.py",
    "core/test_air_channel.py", "core/test_air_bays.py", "core/test_air_eaves.py", "core/test_air_area.py",
    "core/test_falls_schemes.py", "core/test_drive.py", "core/test_trials.py", "core/test_decisions.py",
    "core/test_set_out.py", "core/test_set_out_area.py", "core/test_junctions.py",
    "core/test_log.py", "core/test_diagnosis.py", "core/test_probe.py", "core/test_order_besides.py",
    "core/test_wind.py", "core/test_fixings.py", "core/test_fixing_chain.py", "validation/test_conduction.py",
)  # fmt: skip
ALL = ("core", "validation", "files/test_project_file.py")
"""What is run where the tests near the faults see nothing."""
LIMIT = 400
"""[s] for one run; a fault that makes the tests hang is caught."""


def planted(source: Path, fault: Sequence[str]) -> None:
    """Plant ``fault`` below ``source``.

    Raises:
        ValueError: where its old text does not stand exactly once in its file.
    """
    file, old, new = fault
    path = source / CORE / file
    text = path.read_text(encoding="utf-8")
    if text.count(old) != 1:
        raise ValueError(f"{file}: {old!r} stands {text.count(old)} times")
    path.write_text(text.replace(old, new), encoding="utf-8")


def caught(fault: Sequence[str], place: Path) -> bool:
    """Whether a test fails with ``fault``, planted in a copy of the package at ``place``."""
    source = place / "src"
    shutil.rmtree(source, ignore_errors=True)
    shutil.copytree(ROOT / "src", source, ignore=shutil.ignore_patterns("__pycache__"))
    planted(source, fault)
    return any(_fails(names, source) for names in (NEAR, ALL))


def _fails(names: Sequence[str], source: Path) -> bool:
    """Whether one of the tests fails on the package at ``source``."""
    found = [str(ROOT / "tests" / name) for name in names]
    command = [sys.executable, "-m", "pytest", "-x", "-q", "-n0", *found]
    environment = {**os.environ, "PYTHONPATH": str(source), "QT_QPA_PLATFORM": "offscreen",
                   "PYTHONDONTWRITEBYTECODE": "1"}  # fmt: skip
    try:
        done = subprocess.run(
            command, cwd=ROOT, env=environment, capture_output=True, timeout=LIMIT, check=False
        )
    except subprocess.TimeoutExpired:
        return True
    if done.returncode not in (0, 1):
        raise RuntimeError(done.stdout.decode() + done.stderr.decode())
    return done.returncode == 1


def main() -> int:
    """Plant all faults, or those whose text holds every argument; 1 where too few are caught."""
    faults = tomllib.loads(FAULTS.read_text(encoding="utf-8"))["faults"]
    wanted = [f for f in faults if all(word in " ".join(f) for word in sys.argv[1:])]
    with tempfile.TemporaryDirectory() as folder:
        places: Queue[Path] = Queue()
        for number in range(os.cpu_count() or 1):
            places.put(Path(folder) / str(number))

        def run(fault: Sequence[str]) -> bool:
            place = places.get()
            try:
                result = caught(fault, place)
            finally:
                places.put(place)
            mark = "caught  " if result else "SURVIVES"
            print(f"{mark} {fault[0]}: {fault[1]!r} -> {fault[2]!r}", flush=True)
            return result

        with ThreadPoolExecutor(places.qsize()) as pool:
            results = list(pool.map(run, wanted))
    share = sum(results) / len(results)
    print(
        f"{sum(results)} of {len(results)} faults caught: {share * 100:.1f} %, wanted {WANTED * 100:.0f} %"
    )
    return 0 if share >= WANTED else 1


if __name__ == "__main__":
    sys.exit(main())
