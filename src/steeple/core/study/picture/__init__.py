"""Picture."""
