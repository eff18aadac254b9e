# SPDX-License-Identifier: GPL-3.0-or-later
"""The document: frozen values that describe a project."""
