# SPDX-License-Identifier: GPL-3.0-or-later
"""What each stage brings to the report, the exports and the results: one module or folder a stage."""
