"""Handouts to take along: sheets of what the core has reckoned, as PDF; and a PNG. No rule lives here."""
