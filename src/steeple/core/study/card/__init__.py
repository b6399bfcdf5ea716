"""Card."""
