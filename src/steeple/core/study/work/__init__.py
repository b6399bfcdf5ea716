"""Work."""
