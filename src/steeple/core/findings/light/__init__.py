"""Rules of the light step: shadows, gloss, evenness, exposure, colour, and where lamps stand."""
