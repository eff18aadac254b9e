"""What other thicknesses would do: for a target, for the year's loss, at the eaves."""
