"""Angles between cameras: what a camera sees past solids, what stands in its picture, which two cut."""
