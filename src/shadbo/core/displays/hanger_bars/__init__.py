"""Flat work, unframed, gripped between two bars at the top and, if it curls, two at the bottom."""
