"""What people say: the piece, its objects and items, what was decided, the shop. The open file format."""
