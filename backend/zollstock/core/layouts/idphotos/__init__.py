"""ID photos by an authority's rule."""
