# SPDX-License-Identifier: GPL-3.0-or-later
"""Run the command line: ``python -m glacis``."""

from glacis.cli.main import main

if __name__ == "__main__":
    raise SystemExit(main())
