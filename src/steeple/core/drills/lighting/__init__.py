"""Drills on where lamps stand."""
