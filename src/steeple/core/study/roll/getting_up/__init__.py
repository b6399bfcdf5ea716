"""What is done by hand: when, with alarms, and in rows."""
