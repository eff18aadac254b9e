"""Pure functions over frozen values: no Qt, no files, no clock, no global state."""
