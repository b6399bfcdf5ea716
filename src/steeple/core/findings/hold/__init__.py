"""Rules of the hold step: whether the support reaches, bears, stands, keeps still, and joins up."""
