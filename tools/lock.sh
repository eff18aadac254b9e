#!/usr/bin/env bash
# SPDX-License-Identifier: GPL-3.0-or-later
# Remake both lock files from what pyproject.toml asks for: requirements.lock is what the program runs
# with, requirements-dev.lock adds what it is built, checked and tested with. Every file is known by its
# hash, so that nothing else can be installed under its name.
set -eu
cd "$(dirname "$0")/.."
scratch=$(mktemp -d)
trap 'rm -rf "$scratch"' EXIT
python3.11 -m venv "$scratch/venv"
"$scratch/venv/bin/pip" install -q uv==0.13.9
compile() {
  "$scratch/venv/bin/uv" pip compile -q --python-version 3.11 --generate-hashes --no-header --no-annotate \
    --output-file "$scratch/made" "$@"
  sed '/^--/d' "$scratch/made"
}
{
  echo "# Exact versions that run together on Python 3.11, by hash. Remade by tools/lock.sh."
  compile pyproject.toml
} >requirements.lock
{
  echo "# The same with what builds, checks and tests it. Remade by tools/lock.sh."
  compile --extra dev -c requirements.lock pyproject.toml
} >requirements-dev.lock
