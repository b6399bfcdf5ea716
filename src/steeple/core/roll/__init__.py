"""How long things run: devices with cards and batteries over a session, by events; knows no plan."""
