"""How long it runs: the session, what devices record on and run on, recorders and banks."""
