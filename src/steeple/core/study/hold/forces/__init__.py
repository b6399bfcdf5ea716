"""Forces."""
