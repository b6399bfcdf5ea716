"""Statics of what carries a camera: beams, tipping, joints, shake, and how parts join up."""
