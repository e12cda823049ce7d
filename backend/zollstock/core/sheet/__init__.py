"""What is put on paper: sheets with pictures and ink at exact pixels, and their drawing."""
