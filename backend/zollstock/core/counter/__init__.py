"""The counter: what becomes of the prints of a job from the order to the day they are collected, and what they cost."""
