"""Books: pages, pictures on spreads, what the binding swallows, the cover with its spine."""
