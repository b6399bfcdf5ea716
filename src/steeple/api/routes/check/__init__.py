"""Routes of the check: frames and meters read, and the stand-in bench."""
