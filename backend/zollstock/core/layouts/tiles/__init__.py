"""One print over many sheets, to be glued."""
