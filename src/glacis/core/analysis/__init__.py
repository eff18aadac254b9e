# SPDX-License-Identifier: GPL-3.0-or-later
"""From a document to all its results."""
