"""The maker's body as planning proportions and solids. Numbers in, solids out; knows no plan."""
