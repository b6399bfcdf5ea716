"""The session and its devices with every gap filled."""
