"""Ways to build a roof: approaches, schools, control layers."""
