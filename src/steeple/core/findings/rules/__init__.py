"""One small rule each. A rule is listed in `steeple.core.findings.registry`."""
