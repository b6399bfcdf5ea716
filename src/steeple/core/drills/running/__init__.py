"""Drills on how long it runs and who hears it."""
