# SPDX-License-Identifier: GPL-3.0-or-later
"""The benches: one folder a stage, each with a ``KIND`` that says what it brings to the window."""
