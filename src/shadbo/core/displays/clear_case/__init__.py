"""Things that stand on a base under a clear hood, seen from all sides."""
