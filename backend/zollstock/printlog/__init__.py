"""The log of an account: prints that were really made."""
