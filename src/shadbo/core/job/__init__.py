"""The one job: parts and operations of everybody who has a hand in a piece, joined, put in order and proved."""
