"""Whom an account sends prints to: its labs, and what was ordered there."""
