"""Everything that touches pixels, by libvips: inspect a file, make proofs, render a plan.

Knows the core, knows nothing of Django. Files that arrive are hostile until proven otherwise:
only four formats are opened, by their first bytes, and limits are checked before decoding.
"""
