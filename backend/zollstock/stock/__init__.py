"""What an account prints on: its media with their rolls and sheets, and what was booked off them."""
