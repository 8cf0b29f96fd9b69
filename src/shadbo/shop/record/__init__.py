"""What was really done: a piece as it was built, sealed when it is handed over; and what the shop's own hands do, from many of them."""
