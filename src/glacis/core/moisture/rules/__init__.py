"""Rules about vapour, retarders and the year of water."""
