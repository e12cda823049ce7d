"""Parts of a picture at life size, or at any scale of it."""
