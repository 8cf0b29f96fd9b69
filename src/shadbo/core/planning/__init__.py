"""The plan itself, and what is done with it: beginning a piece, comparing, converting, editing."""
