"""What an account prints with: its devices, what is set in their dialogs, what was measured of them."""
