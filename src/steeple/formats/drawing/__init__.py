"""Dimensioned drawings as files: SVG, PDF, DXF; and the scene as glTF."""
