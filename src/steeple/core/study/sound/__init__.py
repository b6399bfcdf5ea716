"""Sound: who hears it, over what echo and noise, and how it is kept in step with the pictures."""
