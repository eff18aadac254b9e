#!/usr/bin/env bash
# SPDX-License-Identifier: GPL-3.0-or-later
# Open the window on the demo project; without a display say how to see it.
set -eu
cd "$(dirname "$0")/.."
if [ -z "${DISPLAY:-}${WAYLAND_DISPLAY:-}" ] && [ "${QT_QPA_PLATFORM:-}" != offscreen ]; then
  echo "There is no display here, so the window cannot open. To see it on a virtual screen:"
  echo "  xvfb-run -s '-screen 0 1280x800x24' make demo"
  exit 0
fi
exec .venv/bin/glacis --demo
