"""What goes along on paper: job sheet, workshop sheet, cutting list, file names by size."""
