"""One bench per stage of the work."""
