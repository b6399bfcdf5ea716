"""Compiled loops of the angles."""
