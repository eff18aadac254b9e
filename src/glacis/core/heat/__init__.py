# SPDX-License-Identifier: GPL-3.0-or-later
"""U-values and surface temperatures of assemblies."""
