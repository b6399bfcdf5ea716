"""Where a camera is, by the marks in its picture."""
