"""Searches over the whole rig: from work, room and cupboard to rigs that hold; and mends for all of a plan."""
