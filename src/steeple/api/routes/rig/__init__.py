"""Routes of the whole rig."""
