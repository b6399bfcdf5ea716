"""Plane figures on and above the table."""
