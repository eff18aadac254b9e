# SPDX-License-Identifier: GPL-3.0-or-later
"""The window: the only place that knows Qt."""
