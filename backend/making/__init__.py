"""What is made once by hand and then kept with the source."""
