"""Long work of any kind: rows that are claimed, kept alive, ended in words, and taken up again."""
