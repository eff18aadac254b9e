# SPDX-License-Identifier: GPL-3.0-or-later
"""Rules that find faults, and the remedies they offer."""
