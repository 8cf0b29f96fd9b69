"""Cloth behind the panes of an old window sash."""
