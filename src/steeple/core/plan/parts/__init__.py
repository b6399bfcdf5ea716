"""Parts."""
