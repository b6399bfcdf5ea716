"""Drills on what holds the camera, and on other views."""
