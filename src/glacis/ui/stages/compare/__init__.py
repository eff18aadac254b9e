"""The Compare bench: variants side by side."""
