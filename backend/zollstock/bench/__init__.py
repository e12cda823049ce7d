"""The bench without memory: reckon a plan, read typed sizes, serve the schemas."""
