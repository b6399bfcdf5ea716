"""Roll: how long it runs, what stops it, and when somebody has to get up."""
