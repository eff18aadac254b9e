"""The Build-up bench: the section, edited in the drawing."""
