"""What a test frame shows that is not as planned."""
