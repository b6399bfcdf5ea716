"""What can be found of a session: stops, gaps, batteries, cards, power."""
