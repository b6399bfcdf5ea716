"""What the plan gives of room, sources and microphones, with every gap filled."""
