"""The rules: each judges one thing that goes wrong, says why, and proposes what might mend it."""
