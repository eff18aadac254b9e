"""Small widgets used by more than one part of the window."""
