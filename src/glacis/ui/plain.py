# SPDX-License-Identifier: GPL-3.0-or-later
"""Words for a tooltip, which Qt would otherwise take for markup where they look like it."""


def plain_tip(words: str) -> str:
    """``words`` so that a tooltip shows them letter by letter: a name never opens a file."""
    if "<" not in words:
        return words
    from html import escape

    return f"<qt>{escape(words)}</qt>".replace("\n", "<br>")
