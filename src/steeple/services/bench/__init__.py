"""Use cases of the bench: which devices may come in."""
