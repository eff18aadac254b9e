"""From a document to all its results."""
