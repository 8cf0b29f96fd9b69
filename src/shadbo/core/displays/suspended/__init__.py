"""A solid thing held in an open frame by rods or wires, nothing behind it."""
