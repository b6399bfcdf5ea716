"""Each microphone: what it gets, what it is in the way of, its lead, its stereo picture, where it could be."""
