"""What predictions and measurements teach: numbers in, numbers out."""
