"""The Shape bench: the roof drawn, measured and cut."""
