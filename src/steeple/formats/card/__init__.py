"""The card as PDF: one side to hang up, or all of it."""
