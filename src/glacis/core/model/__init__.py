"""The document: frozen values that describe a project."""
