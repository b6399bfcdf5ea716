"""What is timed and what is compared, outside the tests."""
