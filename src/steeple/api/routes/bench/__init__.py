"""Routes of the bench: the door, and the roll call."""
