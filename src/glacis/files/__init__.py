# SPDX-License-Identifier: GPL-3.0-or-later
"""Bytes to values and back: project files, libraries, schedules, results."""
