"""What hears, what holds it, and what takes up the echo."""
