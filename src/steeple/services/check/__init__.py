"""Use cases of the check: the chart, test frames, clips of a tap, readings of a meter."""
