"""What an account's studio knows, put together from all that it keeps."""
