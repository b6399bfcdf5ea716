"""Plans that are timed besides those of the demo."""

from __future__ import annotations

from steeple.core.plan.document import Plan
from steeple.demo.plans import GILDING

MORE_CAMERAS = ((420, 0, 560, 37, 270), (-350, -100, 550, 45, 60))
"""Place in millimetres, tilt, and where it is tipped to, in degrees."""
MORE_LAMPS = ((300, 500, 700), (-200, 500, 700))


def large_plan() -> Plan:
    """The gilding bench with three cameras and four lamps."""
    data = GILDING.model_dump(mode="json")
    first = data["cameras"][0]
    for number, (x, y, z, tilt, toward) in enumerate(MORE_CAMERAS):
        more = first | {"id": f"more-{number}", "role": "three-quarter", "support": None}
        more["position"] = {"x_mm": x, "y_mm": y, "z_mm": z}
        more["aim"] = {"tilt_deg": tilt, "toward_deg": toward}
        data["cameras"] = [*data["cameras"], more]
    for number, (x, y, z) in enumerate(MORE_LAMPS):
        lamp = data["lights"][number] | {"id": f"more-{number}"}
        data["lights"] = [*data["lights"], lamp | {"position": {"x_mm": x, "y_mm": y, "z_mm": z}}]
    return Plan.model_validate(data)
