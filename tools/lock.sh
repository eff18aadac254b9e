#!/usr/bin/env bash
# Remake requirements.lock from what pyproject.toml asks for, in a fresh environment.
set -eu
cd "$(dirname "$0")/.."
scratch=$(mktemp -d)
trap 'rm -rf "$scratch"' EXIT
python3.11 -m venv "$scratch/venv"
"$scratch/venv/bin/pip" install -q -U setuptools '.[dev]'
{
  echo "# Exact versions that install together on Python 3.11. Remade by tools/lock.sh."
  "$scratch/venv/bin/pip" freeze --all --exclude pip --exclude glacis
} >requirements.lock
