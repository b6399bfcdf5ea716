"""What a session weighs, and what feeds it."""
