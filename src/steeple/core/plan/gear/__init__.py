"""Gear."""
