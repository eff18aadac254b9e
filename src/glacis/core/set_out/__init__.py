# SPDX-License-Identifier: GPL-3.0-or-later
"""Set-out: where every batten, course, sheet, panel and board goes, along the slope from one datum."""
