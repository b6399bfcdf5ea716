"""Rules of the angles step: what hides the work, what stands in a picture, which pictures cut."""
