#!/usr/bin/env bash
# SPDX-License-Identifier: GPL-3.0-or-later
# Build sdist and wheel, install the wheel in an environment of its own, and use it there.
set -eu
cd "$(dirname "$0")/.."
scratch=$(mktemp -d)
trap 'rm -rf "$scratch"' EXIT
.venv/bin/python -m build --no-isolation --outdir "$scratch/dist" . >"$scratch/log" 2>&1 || {
  cat "$scratch/log" >&2
  exit 1
}
tar -tzf "$scratch"/dist/*.tar.gz | grep -q "/tests/conftest.py" || {
  echo "the source distribution lacks its tests" >&2
  exit 1
}
python3.11 -m venv "$scratch/venv"
"$scratch/venv/bin/pip" install -q --disable-pip-version-check --require-hashes -r requirements.lock
"$scratch/venv/bin/pip" install -q --disable-pip-version-check --no-deps "$scratch"/dist/*.whl
cd "$scratch"
venv/bin/pip check -q || venv/bin/pip check
status=0
venv/bin/glacis check "$OLDPWD/examples/15-failed-sleeper-void.glacis" >told || status=$?
[ "$status" = 1 ] || { echo "a roof known to fail was not stopped (exit $status)" >&2; exit 1; }
venv/bin/glacis report "$OLDPWD/examples/09-planted-concrete.glacis" -o report.pdf
venv/bin/glacis export "$OLDPWD/examples/09-planted-concrete.glacis" --what results -o results.json
[ -s report.pdf ] && [ -s results.json ]
ls -l "$OLDPWD" >/dev/null
echo "wheel: built, installed by itself, checks, reports and exports"
