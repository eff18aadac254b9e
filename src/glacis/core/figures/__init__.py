# SPDX-License-Identifier: GPL-3.0-or-later
"""The figures a designer watches, with their workings."""
