"""The Moisture bench: the year of water."""
