"""What is seen of a print: the eye, the ways of enlarging and what of the detail each leaves."""
