"""What pictures, clips and readings tell: pixels in, measures out; knows no plan."""
