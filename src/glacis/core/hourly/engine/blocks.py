# SPDX-License-Identifier: GPL-3.0-or-later
"""Two by two block-tridiagonal systems."""

from glacis.core.compiled import kernel
from glacis.core.hourly.engine.columns import Array


@kernel
def solve(low: Array, mid: Array, up: Array, right: Array) -> None:
    """Solve in place: rows of ``low``, ``mid``, ``up`` are 2 by 2 blocks, ``right`` becomes the solution."""
    n = len(mid)
    for i in range(n):
        if i > 0:
            l00, l01, l10, l11 = low[i, 0], low[i, 1], low[i, 2], low[i, 3]
            u00, u01, u10, u11 = up[i - 1, 0], up[i - 1, 1], up[i - 1, 2], up[i - 1, 3]
            mid[i, 0] -= l00 * u00 + l01 * u10
            mid[i, 1] -= l00 * u01 + l01 * u11
            mid[i, 2] -= l10 * u00 + l11 * u10
            mid[i, 3] -= l10 * u01 + l11 * u11
            right[i, 0] -= l00 * right[i - 1, 0] + l01 * right[i - 1, 1]
            right[i, 1] -= l10 * right[i - 1, 0] + l11 * right[i - 1, 1]
        a, b, c, d = mid[i, 0], mid[i, 1], mid[i, 2], mid[i, 3]
        by = 1.0 / (a * d - b * c)
        i00, i01, i10, i11 = d * by, -b * by, -c * by, a * by
        u00, u01, u10, u11 = up[i, 0], up[i, 1], up[i, 2], up[i, 3]
        up[i, 0], up[i, 1] = i00 * u00 + i01 * u10, i00 * u01 + i01 * u11
        up[i, 2], up[i, 3] = i10 * u00 + i11 * u10, i10 * u01 + i11 * u11
        r0, r1 = right[i, 0], right[i, 1]
        right[i, 0], right[i, 1] = i00 * r0 + i01 * r1, i10 * r0 + i11 * r1
    for i in range(n - 2, -1, -1):
        x0, x1 = right[i + 1, 0], right[i + 1, 1]
        right[i, 0] -= up[i, 0] * x0 + up[i, 1] * x1
        right[i, 1] -= up[i, 2] * x0 + up[i, 3] * x1
