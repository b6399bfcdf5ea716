"""What each field of a plan is called in the maker's words: one word for one thing everywhere."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from types import MappingProxyType

FIELD_WORDS: Mapping[str, str] = MappingProxyType(
    {
        "format": "Format",
        "version": "Version",
        "title": "Title",
        "delivery/width_px": "Published frame width",
        "delivery/height_px": "Published frame height",
        "delivery/crop_wanted": "Crop wanted in the edit",
        "room/ceiling_mm": "Ceiling height",
        "table/width_mm": "Table width",
        "table/depth_mm": "Table depth",
        "table/height_mm": "Table height",
        "work/shape": "Shape of work",
        "work/zone/width_mm": "Zone width",
        "work/zone/depth_mm": "Zone depth",
        "work/zone/margin_mm": "Margin round the zone",
        "work/zone/from_left_edge_mm": "Left table edge to zone",
        "work/zone/from_front_edge_mm": "Front table edge to zone",
        "work/zone_top_mm": "Tallest point of the work",
        "work/finest_detail_mm": "Finest detail",
        "work/hazards": "Hazards",
        "maker/posture": "Posture",
        "maker/handedness": "Working hand",
        "maker/hand_room_mm": "Room for hands",
        "cameras": "Cameras",
        "cameras/*/body": "Camera",
        "cameras/*/body/view": "Field of view",
        "cameras/*/lens": "Lens",
        "cameras/*/id": "Camera id",
        "cameras/*/role": "Camera role",
        "cameras/*/body/kind": "Kind of camera",
        "cameras/*/body/name": "Camera name",
        "cameras/*/body/modes": "Recording modes",
        "cameras/*/body/modes/*/name": "Recording mode name",
        "cameras/*/body/modes/*/width_px": "Recorded frame width",
        "cameras/*/body/modes/*/height_px": "Recorded frame height",
        "cameras/*/body/modes/*/sensor_width_mm": "Sensor width",
        "cameras/*/body/modes/*/sensor_height_mm": "Sensor height",
        "cameras/*/body/view/angle_deg": "Field of view",
        "cameras/*/body/view/measured": "Direction of the field of view",
        "cameras/*/body/view/stabilisation_crop": "Stabilisation crop",
        "cameras/*/body/min_focus_mm": "Nearest focus",
        "cameras/*/body/flange_mm": "Flange focal distance",
        "cameras/*/body/back_mm": "Sensor mark to the back",
        "cameras/*/body/mass_g": "Camera mass",
        "cameras/*/mode": "Recording mode",
        "cameras/*/lens/name": "Lens name",
        "cameras/*/lens/focal_min_mm": "Shortest focal length",
        "cameras/*/lens/focal_max_mm": "Longest focal length",
        "cameras/*/lens/f_number_wide": "Widest f-number, short end",
        "cameras/*/lens/f_number_long": "Widest f-number, long end",
        "cameras/*/lens/min_focus_from_mark_mm": "Minimum focus distance",
        "cameras/*/lens/greatest_magnification": "Greatest magnification",
        "cameras/*/lens/length_mm": "Lens length",
        "cameras/*/lens/mass_g": "Lens mass",
        "cameras/*/focal_mm": "Zoom setting",
        "cameras/*/f_number": "f-number",
        "cameras/*/focus_height_mm": "Focus plane",
        "cameras/*/position/x_mm": "Lens to the right",
        "cameras/*/position/y_mm": "Lens away from you",
        "cameras/*/position/z_mm": "Lens height",
        "cameras/*/roll_deg": "Way round of the frame",
    }
)


def pointer(path: Sequence[str | int]) -> str:
    """JSON pointer (RFC 6901) of a path of names and indices."""
    return "".join("/" + str(step).replace("~", "~0").replace("/", "~1") for step in path)


def field_words(path: Sequence[str | int]) -> str:
    """What the maker calls the field at ``path``; the path itself for an unknown field."""
    key = "/".join("*" if isinstance(step, int) else step for step in path)
    return FIELD_WORDS.get(key) or (str(path[-1]) if path else "The plan")
