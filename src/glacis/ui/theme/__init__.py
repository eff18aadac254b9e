"""Ink, paper and type."""
