"""Routes, one file for each kind of thing."""
