"""Routes of the bench and the log."""
