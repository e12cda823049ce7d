"""Proofs: a part of a print at its true size, made in several ways, and what somebody found of them."""
