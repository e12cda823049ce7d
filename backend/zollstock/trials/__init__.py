"""Trials of an account: strips that people judge, what they said, and what follows of it for prints."""
