"""Charts: lines with names at their ends, limits as edges, no boxes."""
