"""The rescue bench: a chain of steps on a copy of a picture, looked at part by part, and made when it is good."""
