"""The check step: the test frame against the plan."""
