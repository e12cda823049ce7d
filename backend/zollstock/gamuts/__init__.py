"""What papers show of pictures: measured by a worker, and known to whoever works a print out."""
