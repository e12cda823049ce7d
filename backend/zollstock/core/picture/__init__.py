"""The picture as it was measured: the facts of its file, its true detail, and the words for them."""
