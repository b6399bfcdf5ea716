"""Use cases of the bench and the log."""
