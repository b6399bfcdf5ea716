"""Base."""
