"""The days: when what is done by whom, when a piece can be ready, and what to do this morning."""
