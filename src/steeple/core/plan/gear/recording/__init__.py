"""What records, keeps and powers."""
