# SPDX-License-Identifier: GPL-3.0-or-later
"""What a build-up costs and what it weighs on the climate."""
