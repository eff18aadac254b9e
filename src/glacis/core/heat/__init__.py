"""U-values and surface temperatures of assemblies."""
