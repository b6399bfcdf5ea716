"""Use cases of the whole rig."""
