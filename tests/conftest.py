"""Settings of all tests: property tests are not timed, as the first call may load compiled loops.

The examples of a property are the same in each run, so that a run says something of the change and not of chance.
``pytest --hypothesis-profile search`` looks for others.
"""

from __future__ import annotations

from hypothesis import settings

settings.register_profile("search", deadline=None, derandomize=False)
settings.register_profile("steeple", deadline=None, derandomize=True, database=None)
settings.load_profile("steeple")
