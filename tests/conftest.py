"""Settings of all tests: property tests are not timed, as the first call may load compiled loops."""

from __future__ import annotations

from hypothesis import settings

settings.register_profile("steeple", deadline=None)
settings.load_profile("steeple")
