"""Lens."""
