"""The parts of a plan document, one room each: models that are checked and frozen."""
