"""The door to the local network: the address that listens, and the gate that asks for the code."""
