"""Drills: the eye learns what the core knows. A scene, a guess made by hand, and what the core says of it."""
