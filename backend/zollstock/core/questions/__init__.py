"""What is asked without a print, or of many: how big, cameras, leaving room, all sizes of one picture."""
