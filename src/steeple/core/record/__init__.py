"""What happened at the bench: events as devices send them, and sessions, takes and losses made of them."""
