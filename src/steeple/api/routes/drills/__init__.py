"""Routes of drills."""
