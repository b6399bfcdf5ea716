"""The demo world: a small teaching workshop of our own invention, built through the services."""
