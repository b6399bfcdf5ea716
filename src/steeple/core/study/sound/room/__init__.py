"""The room: what would take up its echo, and where to speak."""
