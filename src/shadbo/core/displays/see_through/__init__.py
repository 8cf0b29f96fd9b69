"""Flat work or a pressed plant between two sheets, with the wall showing round it."""
