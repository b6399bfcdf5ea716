"""The rules and the computation: pure, no input or output, no clock, no web, no database."""
