"""Energy that reaches a device, and what it lasts.

Sources: rating plates. A battery of a device gives what is printed on it; a bank or a dummy battery fed by
one loses a tenth in converting; one that is rated in milliampere-hours alone is counted at the 3.7 V of its
cells, and gives 85 % of that at its outlet.
"""

from __future__ import annotations

CONVERTED, CELL_V, OUTLET = 0.9, 3.7, 0.85
SPREAD = 0.15
"""A battery lasts so much less or more than its figures say: age, cold, and what else is switched on."""
JOULES = 3600.0


def bank_j(energy_wh: float | None, capacity_mah: float | None) -> float | None:
    """Energy of a power bank that reaches what it feeds, in joules.

    Parameters
    ----------
    energy_wh, capacity_mah
        what is printed on it; watt-hours count where both are.

    Returns
    -------
    None where neither is known.
    """
    if energy_wh is not None:
        return energy_wh * CONVERTED * JOULES
    if capacity_mah is not None:
        return capacity_mah / 1000.0 * CELL_V * OUTLET * JOULES
    return None


def battery_j(energy_wh: float | None) -> float | None:
    """Energy of a battery of a device's own, in joules; None where it is not known.

    Parameters
    ----------
    energy_wh
        as printed on it.
    """
    return None if energy_wh is None else energy_wh * JOULES
