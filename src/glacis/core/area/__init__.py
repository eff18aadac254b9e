"""One roof area with everything that is known about it."""
