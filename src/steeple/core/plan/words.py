"""What each field of a plan is called in the maker's words: one word for one thing everywhere."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from types import MappingProxyType

from steeple.core.plan.gear_words import GEAR_WORDS

FIELD_WORDS: Mapping[str, str] = MappingProxyType(
    {
        **{f"cameras/*/body/{path}": words.label for path, words in GEAR_WORDS["body"].items()},
        **{f"cameras/*/lens/{path}": words.label for path, words in GEAR_WORDS["lens"].items()},
        "format": "Format",
        "version": "Version",
        "title": "Title",
        "delivery/width_px": "Published frame width",
        "delivery/height_px": "Published frame height",
        "delivery/crop_wanted": "Crop wanted in the edit",
        "delivery/frame_rate_hz": "Frame rate",
        "room/ceiling_mm": "Ceiling height",
        "room/slope": "Sloping ceiling",
        "room/slope/across": "Direction of the slope",
        "room/slope/first_mm": "Slope above the first edge",
        "room/slope/second_mm": "Slope above the opposite edge",
        "room/obstacles": "Obstacles",
        "room/obstacles/*": "Obstacle",
        "room/obstacles/*/name": "Name of the obstacle",
        "room/obstacles/*/from_left_edge_mm": "Left table edge to the obstacle",
        "room/obstacles/*/from_front_edge_mm": "Front table edge to the obstacle",
        "room/obstacles/*/width_mm": "Width of the obstacle",
        "room/obstacles/*/depth_mm": "Depth of the obstacle",
        "room/obstacles/*/bottom_mm": "Bottom of the obstacle",
        "room/obstacles/*/top_mm": "Top of the obstacle",
        "room/width_mm": "Room width",
        "room/depth_mm": "Room depth",
        "room/table_from_left_wall_mm": "Left wall to table",
        "room/table_from_far_wall_mm": "Far wall to table",
        "room/mains_hz": "Mains frequency",
        "table/width_mm": "Table width",
        "table/depth_mm": "Table depth",
        "table/height_mm": "Table height",
        "table/mat_reflectance": "Reflectance of table or mat",
        "work/shape": "Shape of work",
        "work/zone/width_mm": "Zone width",
        "work/zone/depth_mm": "Zone depth",
        "work/zone/margin_mm": "Margin round the zone",
        "work/zone/from_left_edge_mm": "Left table edge to zone",
        "work/zone/from_front_edge_mm": "Front table edge to zone",
        "work/zone_top_mm": "Tallest point of the work",
        "work/finest_detail_mm": "Finest detail",
        "work/tilt_deg": "Slope of the work",
        "work/gloss": "Gloss",
        "work/reflectance": "Reflectance of the work",
        "work/liveliness": "Liveliness",
        "work/effort": "Kind of effort",
        "work/items": "Things in the zone",
        "work/items/*": "Thing in the zone",
        "work/items/*/kind": "Form of the thing",
        "work/items/*/name": "Name of the thing",
        "work/items/*/x_mm": "Thing to the right",
        "work/items/*/y_mm": "Thing away from you",
        "work/items/*/width_mm": "Width of the thing",
        "work/items/*/depth_mm": "Depth of the thing",
        "work/items/*/height_mm": "Height of the thing",
        "work/hazards": "Hazards",
        "maker/height_mm": "Body height",
        "maker/seat_mm": "Seat height",
        "maker/lean_deg": "Lean",
        "maker/x_mm": "Your place",
        "maker/from_edge_mm": "Table edge to you",
        "maker/tool_mm": "Length of the tool",
        "maker/second": "Second person",
        "maker/second/place": "Place of the second person",
        "maker/second/height_mm": "Height of the second person",
        "maker/second/posture": "Posture of the second person",
        "maker/posture": "Posture",
        "maker/handedness": "Working hand",
        "maker/hand_room_mm": "Room for hands",
        "cameras": "Cameras",
        "cameras/*/body": "Camera",
        "cameras/*/body/view": "Field of view",
        "cameras/*/lens": "Lens",
        "cameras/*/id": "Camera id",
        "cameras/*/role": "Camera role",
        "cameras/*/body_id": "Camera in the cupboard",
        "cameras/*/lens_id": "Lens in the cupboard",
        "cameras/*/aim": "Aim",
        "cameras/*/aim/tilt_deg": "Tilt",
        "cameras/*/aim/toward_deg": "Tipped toward",
        "cameras/*/sharpness": "Sense of sharp",
        "cameras/*/stand_lowest_mm": "Lowest the stand holds it",
        "cameras/*/stand_highest_mm": "Highest the stand holds it",
        "cameras/*/mode": "Recording mode",
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
