"""Searches of the angles step."""
