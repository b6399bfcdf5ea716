"""The plan document: the open format of Steeple and the body of every evaluation."""
