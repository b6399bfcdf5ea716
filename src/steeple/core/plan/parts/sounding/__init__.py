"""Who hears it: microphones, the room as it sounds, noises."""
