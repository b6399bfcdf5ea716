"""Rules of the work step."""
