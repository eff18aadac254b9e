# SPDX-License-Identifier: GPL-3.0-or-later
"""Results as drawings and documents, without a display."""
