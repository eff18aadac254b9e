# SPDX-License-Identifier: GPL-3.0-or-later
"""The base of every value in the document."""

from msgspec import Struct


class Node(Struct, frozen=True, kw_only=True):
    """A frozen value that remembers keys it does not know.

    Attributes:
        extra: unknown keys found beside the known ones in a file, as JSON text, so that a
            file written by a newer program keeps them when an older one saves it.
    """

    extra: str = ""
