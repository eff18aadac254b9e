"""Monthly climates of sites."""
