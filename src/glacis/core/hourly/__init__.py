# SPDX-License-Identifier: GPL-3.0-or-later
"""Heat and moisture in a roof hour by hour, and what follows from it."""
