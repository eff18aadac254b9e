# SPDX-License-Identifier: GPL-3.0-or-later
"""What to buy, laid out, cut and counted; what it weighs, costs, gives off, and when it is due again."""
