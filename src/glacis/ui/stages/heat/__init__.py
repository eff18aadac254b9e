"""The Heat bench: paths, thickness and methods."""
