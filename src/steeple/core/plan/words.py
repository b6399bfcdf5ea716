"""What each field of a plan is called in the maker's words: one word for one thing everywhere."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from types import MappingProxyType

from steeple.core.plan.cupboard.field_words import GEAR_WORDS
from steeple.core.plan.gear.words import FieldWords
from steeple.core.plan.parts.camera import Camera, Role

_W = FieldWords
FIELD_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        **{f"cameras/*/body/{path}": words for path, words in GEAR_WORDS["body"].items()},
        **{f"cameras/*/lens/{path}": words for path, words in GEAR_WORDS["lens"].items()},
        **{f"lights/*/fixture/{path}": words for path, words in GEAR_WORDS["fixture"].items()},
        **{f"cards/*/card/{path}": words for path, words in GEAR_WORDS["card"].items()},
        **{f"adapters/*/{path}": words for path, words in GEAR_WORDS["adapter"].items()},
        **{f"supports/*/gear/{path}": words for path, words in GEAR_WORDS["support"].items()},
        "format": _W("Format"),
        "version": _W("Version"),
        "title": _W("Title"),
        "delivery/width_px": _W("Published width"),
        "delivery/height_px": _W("Published height"),
        "delivery/crop_wanted": _W("Crop in the edit", "1 is none"),
        "delivery/frame_rate_hz": _W("Frame rate", "frames a second"),
        "room/ceiling_mm": _W("Floor to ceiling", "where it is level"),
        "room/slope": _W("Sloping ceiling"),
        "room/slope/across": _W("Direction of the slope"),
        "room/slope/first_mm": _W("Slope above the first edge"),
        "room/slope/second_mm": _W("Slope above the opposite edge"),
        "room/obstacles": _W("Obstacles"),
        "room/obstacles/*": _W("Obstacle"),
        "room/obstacles/*/name": _W("Name of the obstacle"),
        "room/obstacles/*/from_left_edge_mm": _W("Left table edge to the obstacle"),
        "room/obstacles/*/from_front_edge_mm": _W("Front table edge to the obstacle"),
        "room/obstacles/*/width_mm": _W("Width of the obstacle"),
        "room/obstacles/*/depth_mm": _W("Depth of the obstacle"),
        "room/obstacles/*/bottom_mm": _W("Bottom of the obstacle"),
        "room/obstacles/*/top_mm": _W("Top of the obstacle"),
        "room/width_mm": _W("Room width", "wall to wall"),
        "room/depth_mm": _W("Room depth", "wall to wall"),
        "room/table_from_left_wall_mm": _W("Left wall to table"),
        "room/table_from_far_wall_mm": _W("Far wall to table"),
        "room/mains_hz": _W("Mains frequency"),
        "room/windows": _W("Windows"),
        "room/windows/*": _W("Window"),
        "room/windows/*/name": _W("Name of the window"),
        "room/windows/*/wall": _W("Wall of the window"),
        "room/windows/*/along_mm": _W("Window along the wall", "from your edge, or the left one"),
        "room/windows/*/away_mm": _W("Table to the window’s wall", "empty: by the room"),
        "room/windows/*/width_mm": _W("Width of the window", "the pane"),
        "room/windows/*/height_mm": _W("Height of the window", "the pane"),
        "room/windows/*/sill_mm": _W("Sill of the window", "from the floor"),
        "room/windows/*/transmittance": _W("What the pane lets through"),
        "room/windows/*/closed": _W("Blind of the window"),
        "room/daylight": _W("Where and when"),
        "room/daylight/latitude_deg": _W("Latitude", "north positive"),
        "room/daylight/longitude_deg": _W("Longitude", "east positive"),
        "room/daylight/bearing_deg": _W(
            "Compass bearing that you face", "compass: 0 north, 90 east"
        ),
        "room/daylight/date": _W("Day"),
        "room/daylight/begins": _W("Begin of the session"),
        "room/daylight/lasts_min": _W("Length of the session"),
        "room/daylight/utc_offset_h": _W("Clock against world time", "hours ahead of world time"),
        "room/daylight/sky": _W("Sky"),
        "table/width_mm": _W("Table width"),
        "table/depth_mm": _W("Table depth"),
        "table/height_mm": _W("Table height"),
        "table/mat_reflectance": _W("Reflectance of table or mat", "light it sends back"),
        "work/shape": _W("Shape of work"),
        "work/zone/width_mm": _W("Zone width", "left to right"),
        "work/zone/depth_mm": _W("Zone depth", "near to far"),
        "work/zone/margin_mm": _W("Margin round the zone", "wanted all round"),
        "work/zone/from_left_edge_mm": _W("Left table edge to zone", "empty: centred"),
        "work/zone/from_front_edge_mm": _W("Front table edge to zone", "empty: centred"),
        "work/zone_top_mm": _W("Tallest thing", "in the zone"),
        "work/finest_detail_mm": _W("Finest line", "to be seen"),
        "work/tilt_deg": _W("Slope of the work", "0 flat, 90 upright"),
        "work/gloss": _W("Gloss"),
        "work/reflectance": _W("Reflectance of the work", "light it sends back"),
        "work/liveliness": _W("Liveliness"),
        "work/effort": _W("Kind of effort"),
        "work/items": _W("Things in the zone"),
        "work/items/*": _W("Thing in the zone"),
        "work/items/*/kind": _W("Form of the thing"),
        "work/items/*/name": _W("Name of the thing"),
        "work/items/*/x_mm": _W("Thing to the right"),
        "work/items/*/y_mm": _W("Thing away from you"),
        "work/items/*/width_mm": _W("Width of the thing"),
        "work/items/*/depth_mm": _W("Depth of the thing"),
        "work/items/*/height_mm": _W("Height of the thing"),
        "work/hazards": _W("Hazards"),
        "maker/height_mm": _W("Body height", "with shoes"),
        "maker/seat_mm": _W("Seat height", "from the floor"),
        "maker/lean_deg": _W("How far you lean in", "trunk, from upright"),
        "maker/x_mm": _W("Your place", "right of the zone’s middle"),
        "maker/from_edge_mm": _W("Table edge to you", "trunk to its edge"),
        "maker/tool_mm": _W("Length of the tool", "beyond your fingers"),
        "maker/second": _W("Second person"),
        "maker/second/place": _W("Place of the second person"),
        "maker/second/height_mm": _W("Height of the second person"),
        "maker/second/posture": _W("Posture of the second person"),
        "maker/posture": _W("Posture"),
        "maker/handedness": _W("Working hand"),
        "maker/hand_room_mm": _W("Room for hands", "work to lens"),
        "cameras": _W("Cameras"),
        "cameras/*/body": _W("Camera"),
        "cameras/*/body/view": _W("Field of view"),
        "cameras/*/lens": _W("Lens"),
        "cameras/*/id": _W("Camera id"),
        "cameras/*/role": _W("Camera role"),
        "cameras/*/body_id": _W("Camera in the cupboard"),
        "cameras/*/lens_id": _W("Lens in the cupboard"),
        "cameras/*/aim": _W("Aim"),
        "cameras/*/aim/tilt_deg": _W("Tilt", "from straight down"),
        "cameras/*/aim/toward_deg": _W("Tipped toward", "0 is away from you"),
        "cameras/*/sharpness": _W("Sense of sharp"),
        "cameras/*/stand_lowest_mm": _W("Lowest its stand holds it", "lens above the table"),
        "cameras/*/stand_highest_mm": _W("Highest its stand holds it", "lens above the table"),
        "cameras/*/support": _W("Held by"),
        "room/keep_clear": _W("Floor to keep clear"),
        "room/keep_clear/*": _W("Floor to keep clear"),
        "room/keep_clear/*/kind": _W("Why it stays clear"),
        "room/keep_clear/*/name": _W("Name of the clear floor"),
        "room/keep_clear/*/from_left_edge_mm": _W("Left table edge to the clear floor"),
        "room/keep_clear/*/from_front_edge_mm": _W("Front table edge to the clear floor"),
        "room/keep_clear/*/width_mm": _W("Width of the clear floor"),
        "room/keep_clear/*/depth_mm": _W("Depth of the clear floor"),
        "supports": _W("Supports"),
        "supports/*": _W("Support"),
        "supports/*/id": _W("Support id"),
        "supports/*/gear": _W("Support"),
        "supports/*/gear_id": _W("Support in the cupboard"),
        "supports/*/owned": _W("Owned"),
        "supports/*/foot": _W("Foot"),
        "supports/*/foot/x_mm": _W("Foot to the right", "of the zone’s centre"),
        "supports/*/foot/y_mm": _W("Foot away from you", "of the zone’s centre"),
        "supports/*/shelf": _W("Fixed to"),
        "supports/*/runs": _W("Runs"),
        "supports/*/legs_toward_deg": _W("One leg toward"),
        "supports/*/counterweight_g": _W("Counterweight", "on the boom"),
        "supports/*/counterweight_at_mm": _W(
            "Counterweight behind the column", "empty: as far as it goes"
        ),
        "supports/*/sandbag_g": _W("Sandbag", "empty: none"),
        "supports/*/sandbag_on": _W("Where the sandbag lies"),
        "adapters": _W("Adapters"),
        "accepted": _W("Accepted notes"),
        "accepted/*": _W("Accepted note"),
        "accepted/*/finding": _W("Code of the note"),
        "accepted/*/about": _W("Camera of the note"),
        "accepted/*/reason": _W("Why that is all right here"),
        "room/circuit_w": _W("Circuit of the sockets", "what its fuse allows"),
        "lights": _W("Lamps"),
        "lights/*": _W("Lamp"),
        "lights/*/id": _W("Lamp id"),
        "lights/*/role": _W("Role of the lamp"),
        "lights/*/fixture": _W("Lamp"),
        "lights/*/fixture_id": _W("Lamp in the cupboard"),
        "lights/*/owned": _W("Owned"),
        "lights/*/position": _W("Place of the lamp"),
        "lights/*/position/x_mm": _W("Lamp to the right", "of the zone’s centre"),
        "lights/*/position/y_mm": _W("Lamp away from you", "of the zone’s centre"),
        "lights/*/position/z_mm": _W("Lamp above the table", "above the table"),
        "lights/*/aim": _W("Aim of the lamp"),
        "lights/*/aim/x_mm": _W("Aimed to the right"),
        "lights/*/aim/y_mm": _W("Aimed away from you"),
        "lights/*/aim/z_mm": _W("Aimed above the table"),
        "lights/*/level_percent": _W("Dimmer", "empty: full"),
        "lights/*/cct_k": _W("Colour temperature set", "where it can be"),
        "lights/*/lit": _W("Switched on"),
        "lights/*/stand_lowest_mm": _W("Lowest its stand holds it", "lamp above the table"),
        "lights/*/stand_highest_mm": _W("Highest its stand holds it", "lamp above the table"),
        "cards": _W("Cards"),
        "cards/*": _W("Card"),
        "cards/*/id": _W("Card id"),
        "cards/*/card": _W("Card"),
        "cards/*/card_id": _W("Card in the cupboard"),
        "cards/*/owned": _W("Owned"),
        "cards/*/position": _W("Place of the card"),
        "cards/*/position/x_mm": _W("Card to the right", "of the zone’s centre"),
        "cards/*/position/y_mm": _W("Card away from you", "of the zone’s centre"),
        "cards/*/position/z_mm": _W("Card above the table", "its middle above the table"),
        "cards/*/facing": _W("Facing of the card"),
        "cards/*/facing/x_mm": _W("Faces to the right"),
        "cards/*/facing/y_mm": _W("Faces away from you"),
        "cards/*/facing/z_mm": _W("Faces above the table"),
        "supports/*/tether": _W("Second fixing"),
        "supports/*/loads": _W("Other things on it"),
        "supports/*/loads/*": _W("Other thing on it"),
        "supports/*/loads/*/name": _W("Name of the other thing"),
        "supports/*/loads/*/mass_g": _W("Mass of the other thing"),
        "supports/*/loads/*/arm": _W("Arm of the other thing"),
        "supports/*/loads/*/along_mm": _W("Place along the arm"),
        "cameras/*/mode": _W("Recording mode"),
        "cameras/*/focal_mm": _W("Zoom", "focal length"),
        "cameras/*/f_number": _W("f-number"),
        "cameras/*/focus_height_mm": _W("Focus plane", "above the table"),
        "cameras/*/position/x_mm": _W("Lens to the right", "of the zone’s centre"),
        "cameras/*/position/y_mm": _W("Lens away from you", "of the zone’s centre"),
        "cameras/*/position/z_mm": _W("Lens height", "above the table"),
        "cameras/*/roll_deg": _W("Way round of the frame"),
    }
)


ROLE_WORDS: Mapping[Role, str] = MappingProxyType(
    {
        "overhead": "overhead",
        "three-quarter": "high three-quarter",
        "low-side": "low side",
        "easel": "easel side",
        "hands": "hands close",
        "keyboard": "keyboard side",
        "pedals": "pedals",
        "face": "face",
        "wide": "wide",
        "beauty": "beauty",
    }
)
"""What a camera of each role is called."""


def camera_names(cameras: Sequence[Camera]) -> Mapping[str, str]:
    """A name for every camera, by its id, for what it films; of two with the same role, each with its
    number."""
    roles = [one.role for one in cameras]
    return {
        one.id: ROLE_WORDS[one.role]
        + (f" {roles[: index + 1].count(one.role)}" if roles.count(one.role) > 1 else "")
        for index, one in enumerate(cameras)
    }


def pointer(path: Sequence[str | int]) -> str:
    """JSON pointer (RFC 6901) of a path of names and indices."""
    return "".join("/" + str(step).replace("~", "~0").replace("/", "~1") for step in path)


def field_words(path: Sequence[str | int]) -> str:
    """What the maker calls the field at ``path``; the path itself for an unknown field."""
    key = "/".join("*" if isinstance(step, int) else step for step in path)
    words = FIELD_WORDS.get(key)
    if words is not None:
        return words.label
    return str(path[-1]) if path else "The plan"
