"""Search: candidates are judged through study and findings, never by a rule of thumb."""
