# SPDX-License-Identifier: GPL-3.0-or-later
"""One roof area with everything that is known about it."""
