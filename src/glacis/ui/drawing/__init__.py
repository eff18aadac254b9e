"""Scenes of primitives painted in the window."""
