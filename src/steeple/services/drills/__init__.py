"""Use cases of drills: which comes next, a guess told, the course of the eye."""
