"""The plan as it is written and read: parsing, older formats, what must agree, file names."""
