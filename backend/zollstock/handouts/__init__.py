"""Leaves to take along: PDF and PNG drawn from what the core has reckoned. No rule lives here."""
