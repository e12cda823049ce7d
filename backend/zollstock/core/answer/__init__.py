"""What a reckoning answers: figures with their arithmetic, findings, fixes."""
