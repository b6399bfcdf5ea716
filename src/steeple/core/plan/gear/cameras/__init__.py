"""Cameras, lenses and filters."""
