# SPDX-License-Identifier: GPL-3.0-or-later
"""A stage outside of Glacis, made by the recipe in CONTRIBUTING.md."""
