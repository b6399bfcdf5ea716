"""The chart that lies on the table: its layout, and what is printed."""
