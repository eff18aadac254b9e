#!/usr/bin/env bash
# SPDX-License-Identifier: GPL-3.0-or-later
# Make .venv from the lock file and see that Debian's packages for Qt are there.
# Does nothing where all of it is already in place.
set -eu
cd "$(dirname "$0")/.."

PACKAGES="libglib2.0-0 libegl1 libgl1 libdbus-1-3 libfontconfig1 libfreetype6 libxkbcommon0
libxkbcommon-x11-0 libxcb-cursor0 libxcb-icccm4 libxcb-keysyms1 libxcb-shape0 xvfb xauth"

missing=""
for package in $PACKAGES; do
  dpkg-query -W -f='${Status}' "$package" 2>/dev/null | grep -q "install ok installed" || missing="$missing $package"
done
if [ -n "$missing" ]; then
  if [ "$(id -u)" = 0 ]; then
    echo "Installing Debian packages:$missing"
    apt-get update -qq
    # shellcheck disable=SC2086
    DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends $missing >/dev/null
  else
    echo "Some Debian packages are missing. Run this line, then try again:" >&2
    echo "  sudo apt-get install --no-install-recommends$missing" >&2
    exit 1
  fi
fi

stamp=.venv/.prepared
wanted=$(cat requirements-dev.lock pyproject.toml | sha256sum)
if [ ! -f "$stamp" ] || [ "$(cat "$stamp")" != "$wanted" ]; then
  python=$(command -v python3.11 || command -v python3)
  "$python" -c 'import sys; sys.exit(sys.version_info[:2] != (3, 11))' || {
    echo "Glacis needs Python 3.11 (package python3.11, with python3.11-venv)." >&2
    exit 1
  }
  [ -x .venv/bin/python ] || "$python" -m venv .venv
  .venv/bin/python -m pip install -q --disable-pip-version-check --require-hashes -r requirements-dev.lock
  .venv/bin/python -m pip install -q --disable-pip-version-check --no-deps --no-build-isolation -e .
  printf '%s' "$wanted" >"$stamp"
fi
.venv/bin/python -m glacis.session.kernels
