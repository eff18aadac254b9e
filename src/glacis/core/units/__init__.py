# SPDX-License-Identifier: GPL-3.0-or-later
"""Quantities, and the one place where units are converted, read and written."""
