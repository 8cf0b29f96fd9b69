"""Marked places on a thing: asked, drawn, and kept off."""
