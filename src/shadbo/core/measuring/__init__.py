"""Readings judged, and the measuring desk."""
