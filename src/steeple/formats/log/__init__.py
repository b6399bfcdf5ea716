"""The log in open formats: JSON whole, tables, and markers for the edit."""
