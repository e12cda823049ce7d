"""Trials: which ppi a studio tells from the finest, by pairs that were judged unlabelled."""
