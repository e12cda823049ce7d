"""Print profiles of an account: those that ship, and those that it added."""
