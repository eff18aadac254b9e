# SPDX-License-Identifier: GPL-3.0-or-later
"""What a running program keeps: history, autosave, settings, jobs. No Qt."""
