# SPDX-License-Identifier: GPL-3.0-or-later
"""The roof's life on record: what was built, what was seen, what it probably means, what is due."""
