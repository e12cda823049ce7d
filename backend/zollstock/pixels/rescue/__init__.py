"""A small bad file made fit to hang large: each step a module, on pixels in levels of 0 to 255."""
