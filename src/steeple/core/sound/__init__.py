"""Sound: rooms and their echo, who hears what, two microphones, delays, and what a clap tells. Numbers in,
numbers out; knows no plan."""
