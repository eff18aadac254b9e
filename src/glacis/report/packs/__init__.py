# SPDX-License-Identifier: GPL-3.0-or-later
"""What is handed over: a pack for each reader, one page for a browser, and all of it with its data and a manifest."""
