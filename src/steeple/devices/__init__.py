"""Stand-ins for what is outside: they ship with Steeple and do without what they stand for."""
