"""Typed access to material data: tables with units, bounds and sources."""
