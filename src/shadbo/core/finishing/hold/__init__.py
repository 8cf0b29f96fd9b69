"""What keeps the thing up, safe and unharmed: methods, which suit, how many fixings, the rules across them."""
