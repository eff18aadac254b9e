"""Results as a graph of parts: each worked out once for what it reads, and remembered."""
