"""A camera of the plan, what it films, and as a test frame found it."""
