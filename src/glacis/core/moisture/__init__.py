"""Vapour, condensation and mould by the monthly method."""
