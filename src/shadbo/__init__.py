"""Shadbo: the reckoning behind framing canvases and things with depth."""

__version__ = "0.1.0"
