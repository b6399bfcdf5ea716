"""From a plan to the inputs of the physics and on to figures with their working."""
