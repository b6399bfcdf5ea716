"""Cupboard."""
