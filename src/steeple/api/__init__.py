"""Thin routes over the services; one table from error to status."""
