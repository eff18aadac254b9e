# SPDX-License-Identifier: GPL-3.0-or-later
"""Compiled kernels where they cannot be kept: the work goes on, and nothing says that they are kept."""

import os
import subprocess
import sys
from types import SimpleNamespace

import pytest

from glacis.session import kernels

MODULE = """
from glacis.core.compiled import kernel

@kernel
def doubled(x):
    return 2 * x
"""
ASKED = """
import resource, signal, sys
sys.path.insert(0, sys.argv[1])
if sys.argv[2] == "full":
    signal.signal(signal.SIGXFSZ, signal.SIG_IGN)
    resource.setrlimit(resource.RLIMIT_FSIZE, (0, 0))
from small import doubled
print(doubled(21), len(doubled.signatures))
"""


@pytest.mark.parametrize("disk", ["full", "no folder", "fine"])
def test_a_kernel_works_where_it_cannot_be_kept(tmp_path, disk):
    (tmp_path / "small.py").write_text(MODULE)
    kept = tmp_path / "kept"
    if disk == "no folder":
        kept.write_text("a file in the way")
    around = {k: v for k, v in os.environ.items() if not k.startswith("NUMBA")}
    around["NUMBA_CACHE_DIR"] = str(kept)
    words = [sys.executable, "-c", ASKED, str(tmp_path), disk]
    done = subprocess.run(words, capture_output=True, text=True, env=around, check=False)
    assert done.stdout.split() == ["42", "1"], done.stderr
    index = list(kept.rglob("*.nbi")) if kept.is_dir() else []
    assert bool(index) == (disk == "fine")


@pytest.mark.parametrize("free", [0, kernels.ROOM // 4096 - 1])
def test_nothing_says_that_kernels_are_kept_where_there_is_no_room(tmp_path, monkeypatch, free):
    monkeypatch.setenv(kernels.KEPT_IN, str(tmp_path / "kept"))
    monkeypatch.setattr(os, "statvfs", lambda _p: SimpleNamespace(f_bavail=free, f_frsize=4096))
    monkeypatch.setattr(kernels, "_call_all", lambda: pytest.fail("there is no room for them"))
    kernels.compile_kernels()
    assert not kernels.are_compiled()


def test_a_folder_that_cannot_be_made_is_no_error(tmp_path, monkeypatch):
    (tmp_path / "file").write_text("x")
    monkeypatch.setenv(kernels.KEPT_IN, str(tmp_path / "file" / "kept"))
    kernels.compile_kernels()
    assert not kernels.are_compiled()
