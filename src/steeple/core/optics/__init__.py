"""Thin-lens optics, exact at close range: numbers in, numbers out. Knows no plan."""
