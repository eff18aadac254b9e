"""Quantities, and the one place where units are converted, read and written."""
