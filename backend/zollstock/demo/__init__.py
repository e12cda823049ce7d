"""The Tide Mill Museum: made-up pictures, painted by code from a seed, and its job."""
