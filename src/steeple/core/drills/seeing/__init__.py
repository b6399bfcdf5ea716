"""Drills on what the lens sees."""
