"""What a build-up costs and what it weighs on the climate."""
