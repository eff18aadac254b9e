"""Results as drawings and documents, without a display."""
