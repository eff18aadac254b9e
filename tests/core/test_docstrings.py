# SPDX-License-Identifier: GPL-3.0-or-later
"""The short examples in the docstrings of the core."""

import doctest
import pkgutil
from importlib import import_module

import glacis.core

FEWEST = 20
"""Fewer examples than this would mean that they are no longer found."""


def test_the_examples_in_docstrings_hold():
    tried = 0
    for module in pkgutil.walk_packages(glacis.core.__path__, "glacis.core."):
        found = doctest.testmod(import_module(module.name))
        assert not found.failed, module.name
        tried += found.attempted
    assert tried >= FEWEST
