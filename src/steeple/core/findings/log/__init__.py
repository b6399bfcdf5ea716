"""What the log finds over all sessions, and what was learned in words."""
