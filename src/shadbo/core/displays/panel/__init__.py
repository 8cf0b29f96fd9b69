"""Flat work stuck to a backing and hung unframed."""
