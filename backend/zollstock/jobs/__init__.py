"""Jobs and their prints: the plan of each print, saved by itself with every change."""
