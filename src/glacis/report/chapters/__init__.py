"""What each stage brings to the report, the exports and the results: one module or folder a stage."""
