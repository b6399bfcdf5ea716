"""Supports, adapters and weights."""
