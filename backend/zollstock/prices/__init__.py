"""What a studio asks for its prints."""
