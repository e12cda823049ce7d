"""Test strips: the same part of a picture again and again, each patch as another step of a ladder has it."""
