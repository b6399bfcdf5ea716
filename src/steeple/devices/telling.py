"""A stand-in for what a camera tells of itself while it runs: whether it records, and for how long it still can."""

from __future__ import annotations

from dataclasses import dataclass

from steeple.devices.protocols import CameraState


@dataclass(frozen=True, slots=True)
class StandInTeller:
    """A camera that was started or was forgotten. ``records_s`` is after how long it stops by itself, ``card_s`` and
    ``battery_s`` how long its card and battery last; None = it does not tell."""

    started: bool = True
    records_s: float | None = None
    card_s: float | None = None
    battery_s: float | None = None

    def state(self, at_s: float) -> CameraState:
        """How it is so long after it was started.

        Parameters
        ----------
        at_s
            seconds since then, >= 0.
        """
        ends = [one for one in (self.records_s, self.card_s, self.battery_s) if one is not None]
        ran_s = at_s if self.started else 0.0

        def left(whole: float | None) -> float | None:
            return None if whole is None else max(0.0, 1.0 - ran_s / whole)

        return CameraState(
            rolling=self.started and all(at_s < one for one in ends),
            card_left=left(self.card_s),
            battery_left=left(self.battery_s),
            stops_in_s=max(0.0, min(ends) - ran_s) if ends else None,
        )
