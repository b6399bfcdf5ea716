"""Hold."""
