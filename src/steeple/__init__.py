"""Steeple plans, checks and remembers a filming rig over a work surface."""

__version__ = "0.1.0"
