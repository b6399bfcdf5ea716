"""The simulated camera: a picture of simple solids through a thin lens. Knows no plan."""
