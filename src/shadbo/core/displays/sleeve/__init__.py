"""Cloth that hangs by a sleeve sewn to its back, a flat pole through it."""
