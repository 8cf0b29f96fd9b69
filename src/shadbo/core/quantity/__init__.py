"""Lengths, masses and the sums that keep their terms; what a figure, a field, a slip and a source are."""
