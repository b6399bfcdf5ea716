"""What can be found of the sound: who hears it, over what echo and noise, what is in the way, leads, stereo, step."""
