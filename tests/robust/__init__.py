"""Attacks: requests that once hung or broke the server, kills, names of any text, a lost database."""
