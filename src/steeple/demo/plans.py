"""The three plans of the demo workshop. The first two carry troubles that its gear can mend."""

from __future__ import annotations

from steeple.core.plan.document import (
    Camera,
    Delivery,
    Maker,
    Plan,
    Position,
    Room,
    Table,
    Work,
    Zone,
)
from steeple.demo.cupboard import MIDSIZE, SMALL, STANDARD_ZOOM, WIDE_ZOOM

GILDING = Plan(
    title="Gilding a book cover",
    delivery=Delivery(width_px=1920, height_px=1080, crop_wanted=1),
    room=Room(ceiling_mm=2050),
    table=Table(width_mm=1400, depth_mm=700, height_mm=740),
    work=Work(
        shape="small-flat",
        zone=Zone(
            width_mm=420,
            depth_mm=300,
            margin_mm=20,
            from_left_edge_mm=490,
            from_front_edge_mm=120,
        ),
        zone_top_mm=60,
        finest_detail_mm=0.4,
    ),
    maker=Maker(posture="seated", handedness="right", hand_room_mm=350),
    cameras=(
        Camera(
            id="overhead",
            body=MIDSIZE,
            mode="4K whole width",
            lens=STANDARD_ZOOM,
            focal_mm=28,
            f_number=5.6,
            position=Position(x_mm=0, y_mm=0, z_mm=740),
        ),
    ),
)

DUMPLINGS = Plan(
    title="Folding dumplings at a hall counter",
    delivery=Delivery(width_px=1920, height_px=1080, crop_wanted=1),
    room=Room(ceiling_mm=2150),
    table=Table(width_mm=2400, depth_mm=600, height_mm=910),
    work=Work(
        shape="hot-counter",
        zone=Zone(
            width_mm=800,
            depth_mm=450,
            margin_mm=15,
            from_left_edge_mm=700,
            from_front_edge_mm=75,
        ),
        zone_top_mm=180,
        finest_detail_mm=1.5,
        hazards=("heat", "steam", "water-near-mains", "audience"),
    ),
    maker=Maker(posture="standing", handedness="left", hand_room_mm=400),
    cameras=(
        Camera(
            id="overhead",
            body=SMALL,
            mode="4K",
            lens=STANDARD_ZOOM,
            focal_mm=16,
            f_number=5.6,
            position=Position(x_mm=0, y_mm=0, z_mm=1210),
        ),
    ),
)

DULCIMER = Plan(
    title="Hammered dulcimer lesson",
    delivery=Delivery(width_px=1920, height_px=1080, crop_wanted=1.5),
    room=Room(ceiling_mm=3600),
    table=Table(width_mm=1700, depth_mm=800, height_mm=680),
    work=Work(
        shape="instrument-away",
        zone=Zone(
            width_mm=1050,
            depth_mm=450,
            margin_mm=40,
            from_left_edge_mm=325,
            from_front_edge_mm=175,
        ),
        zone_top_mm=120,
        finest_detail_mm=1.5,
        hazards=("audience",),
    ),
    maker=Maker(posture="seated", handedness="right", hand_room_mm=600),
    cameras=(
        Camera(
            id="overhead",
            body=MIDSIZE,
            mode="4K whole width",
            lens=WIDE_ZOOM,
            focal_mm=20,
            f_number=5.6,
            position=Position(x_mm=0, y_mm=0, z_mm=1120),
            roll_deg=0,
        ),
    ),
)

PLANS = (DULCIMER, DUMPLINGS, GILDING)
"""In the order in which they are made, so that gilding is the one changed last."""
