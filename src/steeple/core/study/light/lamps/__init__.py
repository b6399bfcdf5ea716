"""Lamps."""
