"""Who is at the desk: sign-in, sign-out, password, and how this person likes things."""
