"""What a device does with a print: how it lies on the paper, what cannot be printed of it, how it is to be set."""
