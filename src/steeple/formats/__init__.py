"""Open formats in and out, one file each, listed in `steeple.formats.registry`."""
