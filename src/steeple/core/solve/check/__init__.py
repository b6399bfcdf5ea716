"""Moves at the bench that bring a camera to where the plan has it."""
