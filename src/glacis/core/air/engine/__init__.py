# SPDX-License-Identifier: GPL-3.0-or-later
"""Air and heat along a bay, compiled."""
