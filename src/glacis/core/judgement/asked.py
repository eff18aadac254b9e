# SPDX-License-Identifier: GPL-3.0-or-later
"""Which rules are asked, gathered once for a document."""

from glacis.core.graph.reader import Reader
from glacis.core.judgement.catalogue import about
from glacis.core.judgement.finding import About, AnyRule


def rules_about(reader: Reader, kind: About) -> tuple[AnyRule, ...]:
    """The rules of a document's stages that are asked of one kind of subject."""
    return reader.once(f"rules about {kind}", lambda: about(reader.known.rules, kind))
