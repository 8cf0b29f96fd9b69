"""What a thing needs, what a choice gives and does to it, and rules that hold the one against the other."""
