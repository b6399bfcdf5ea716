"""How the table is lit, by paper, patches and mat in a picture."""
