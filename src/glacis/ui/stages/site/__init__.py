"""The Site bench: climate, rooms and targets."""
