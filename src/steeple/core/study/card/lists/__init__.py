"""What is carried there, asked there, walked round and taken home, from the plan."""
