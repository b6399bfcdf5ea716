"""Light."""
