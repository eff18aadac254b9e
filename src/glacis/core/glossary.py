# SPDX-License-Identifier: GPL-3.0-or-later
"""The words and symbols of the field, each said in a sentence."""

import re

from msgspec import Struct

MOST = 2
"""Terms told at once of those that only occur in what was asked; our judgement."""
TELLING = 8
"""Letters from which another word for a term is looked for within what was asked;
our judgement."""


class Term(Struct, frozen=True):
    """A word or symbol and what it means.

    Attributes:
        name: as it stands in the window and the report.
        symbol: as formulas write it; empty for none.
        also: other words for it.
        says: a sentence.
        source: clause that defines it; empty for words everyone uses.
    """

    name: str
    symbol: str
    also: tuple[str, ...]
    says: str
    source: str = ""

    @property
    def words(self) -> tuple[str, ...]:
        """Everything it is called."""
        return tuple(word for word in (self.name, *self.also, self.symbol) if word)


def explained(glossary: tuple[Term, ...], words: str) -> tuple[Term, ...]:
    """What ``words`` are: the terms of just that name, else the longest that occur in them.

    A figure that follows a colon is left out. Symbols keep their case, words do not, and short other
    words for a thing, such as “level”, are too common to be looked for within a sentence.
    """
    asked = words.partition(":")[0].strip()
    for heard in (words.strip(), asked):
        named = tuple(term for term in glossary if any(_same(word, heard) for word in term.words))
        if named:
            return named
    found = [
        (len(word), -number, term)
        for number, term in enumerate(glossary)
        for word in term.words
        if (word not in term.also or len(word) >= TELLING) and _occurs(word, asked)
    ]
    told: list[Term] = []
    for _, _, term in sorted(found, key=lambda entry: entry[:2], reverse=True):
        if term not in told:
            told.append(term)
    return tuple(told[:MOST])


def _is_symbol(word: str) -> bool:
    return len(word.partition("_")[0]) < 3


def _same(word: str, asked: str) -> bool:
    return word == asked if _is_symbol(word) else word.casefold() == asked.casefold()


def _occurs(word: str, asked: str) -> bool:
    symbol = _is_symbol(word)
    # A pattern is only made for what stands there at all: there are more words than patterns are remembered.
    if (word not in asked) if symbol else (word.lower() not in asked.lower()):
        return False
    flags = 0 if symbol else re.IGNORECASE
    return re.search(rf"(?<![\w′″]){re.escape(word)}s?(?![\w′″])", asked, flags) is not None
