"""Dimensioned drawings for the bench, as lines, words and measures in millimetres: every file and page draws these."""
