# SPDX-License-Identifier: GPL-3.0-or-later
"""Charts: lines with names at their ends, limits as edges, no boxes."""
