"""Angles."""
