"""Light: lamps as areas, what they give with shadows, gloss, colour, the sun."""
