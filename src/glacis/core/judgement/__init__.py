"""Rules that find faults, and the remedies they offer."""
