"""Lamps and what is put before, beside and under them."""
