# SPDX-License-Identifier: GPL-3.0-or-later
"""Wind on roofs: peak pressure, zones on any outline, the worst of all directions place by place."""
