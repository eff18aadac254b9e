# SPDX-License-Identifier: GPL-3.0-or-later
"""Results as a graph of parts: each worked out once for what it reads, and remembered."""
