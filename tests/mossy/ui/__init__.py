"""A stage outside of Glacis, made by the recipe in CONTRIBUTING.md."""
