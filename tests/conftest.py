# SPDX-License-Identifier: GPL-3.0-or-later
"""Set the stage before Qt is imported: no display, and a screen large enough for the window."""

import os
from pathlib import Path

from hypothesis import settings

from glacis.session.kernels import compile_kernels, keep_kernels

_SCREENS = Path(__file__).parent / "data" / "screens.json"

if os.environ.get("QT_QPA_PLATFORM", "offscreen") == "offscreen":
    os.environ["QT_QPA_PLATFORM"] = f"offscreen:configfile={_SCREENS}"

keep_kernels()  # before a test moves the user's folders


def pytest_configure(config):
    """Compile what is not compiled yet before the first test's clock runs, in one process for all."""
    if not hasattr(config, "workerinput"):
        compile_kernels()


# Times on a shared machine say nothing; what takes too long is stopped by the timeout of the suite.
settings.register_profile("glacis", deadline=None)
settings.load_profile("glacis")
