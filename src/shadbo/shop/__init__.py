"""What a shop knows beyond one piece: its days. No web, no database, no clock: time comes in from outside."""
