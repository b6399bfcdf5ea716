"""Use cases: load, compute in the core, save. They own the transaction."""
