"""The rules of the job: plain Python, no Django, no libvips, no input or output.

One module for each step of the work: `lengths` and `sizes` read what people type, `fit` and
`edges` place the picture, `pixelcount` and `viewing` judge it, `plan` is the document and
`reckon` puts everything that follows from it together.
"""
