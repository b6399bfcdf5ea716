"""The work step: what is filmed, and where, in figures."""

from __future__ import annotations

from steeple.core.study.base.step import Context
from steeple.core.study.inputs.work import GivenWork, given_work


def study_work(ctx: Context) -> GivenWork:
    """Work, table, room, maker and delivery of the plan; gaps filled from the shape of the work."""
    return given_work(ctx.plan, ctx.assumptions)
