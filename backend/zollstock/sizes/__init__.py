"""The studio's sizes: the library that everybody has, its own, its sets, and room left before a shot."""
