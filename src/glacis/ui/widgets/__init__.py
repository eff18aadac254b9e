# SPDX-License-Identifier: GPL-3.0-or-later
"""Small widgets used by more than one part of the window."""
