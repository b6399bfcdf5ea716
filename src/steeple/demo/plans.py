"""The three plans of the demo workshop. The first two carry troubles that its gear can mend."""

from __future__ import annotations

from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Aim, Camera, Position
from steeple.core.plan.parts.delivery import Delivery
from steeple.core.plan.parts.lamp import LampPlace, Light
from steeple.core.plan.parts.maker import Maker, SecondPerson
from steeple.core.plan.parts.room import KeepClear, Obstacle, Room, Slope
from steeple.core.plan.parts.support import Foot, OtherLoad, PlacedSupport
from steeple.core.plan.parts.window import Daylight, Window
from steeple.core.plan.parts.work import Item, Table, Work, Zone
from steeple.demo.cupboard import MIDSIZE, SMALL, STANDARD_ZOOM, WIDE_ZOOM
from steeple.demo.rigging import adapter, lamp, support
from steeple.demo.rolling import (
    CLASS_SESSION,
    DULCIMER_SESSION,
    GILDING_SESSION,
    GILDING_STAGES,
    MAINS,
    RECORDER,
    card,
)
from steeple.demo.sounding import (
    GILDING_MICS,
    GILDING_SOUND,
    LESSON_MICS,
    LESSON_SOUND,
    LESSON_SURFACES,
)

GILDING = Plan(
    title="Gilding a book cover",
    delivery=Delivery(width_px=1920, height_px=1080, crop_wanted=1, frame_rate_hz=25),
    room=Room(
        name="The workroom",
        ceiling_mm=2600,
        slope=Slope(across="near-far", first_mm=2750, second_mm=2050),
        obstacles=(
            Obstacle(
                name="wall cupboard",
                from_left_edge_mm=950,
                from_front_edge_mm=480,
                width_mm=450,
                depth_mm=220,
                bottom_mm=1350,
                top_mm=1800,
                stays=True,
            ),
        ),
        width_mm=2600,
        depth_mm=3000,
        table_from_left_wall_mm=700,
        table_from_far_wall_mm=600,
        keep_clear=(
            KeepClear(
                kind="door",
                name="workshop door",
                from_left_edge_mm=-700,
                from_front_edge_mm=-1650,
                width_mm=800,
                depth_mm=800,
            ),
        ),
        windows=(
            Window(
                name="left window",
                wall="left",
                along_mm=-250,
                width_mm=700,
                height_mm=900,
                sill_mm=1000,
            ),
        ),
        daylight=Daylight(
            latitude_deg=50,
            longitude_deg=10,
            bearing_deg=80,
            date="2026-10-14",
            begins="14:30",
            lasts_min=180,
            utc_offset_h=2,
        ),
        mains_hz=50,
    ),
    table=Table(width_mm=1400, depth_mm=700, height_mm=740, mat_reflectance=0.12),
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
        gloss="polished",
        reflectance=0.5,
        liveliness="pressing",
        effort="fine",
        items=(
            Item(
                kind="box",
                name="press board",
                x_mm=0,
                y_mm=40,
                width_mm=250,
                depth_mm=180,
                height_mm=60,
            ),
            Item(
                kind="cylinder",
                name="dish of gold leaf",
                x_mm=-165,
                y_mm=-60,
                width_mm=70,
                height_mm=25,
            ),
        ),
    ),
    maker=Maker(
        height_mm=1680,
        posture="seated",
        handedness="right",
        seat_mm=460,
        lean_deg=20,
        x_mm=0,
        from_edge_mm=40,
        tool_mm=150,
        hand_room_mm=350,
    ),
    session=GILDING_SESSION,
    stages=GILDING_STAGES,
    mics=GILDING_MICS,
    sound=GILDING_SOUND,
    cameras=(
        Camera(
            id="overhead",
            body=MIDSIZE,
            mode="4K whole width",
            lens=STANDARD_ZOOM,
            focal_mm=28,
            f_number=5.6,
            position=Position(x_mm=0, y_mm=0, z_mm=740),
            support="overhead-arm",
            storage=card("64 GB card"),
        ),
    ),
    supports=(
        PlacedSupport(
            id="overhead-arm",
            gear=support("Desk arm with springs"),
            loads=(OtherLoad(name="Flat panel, 30 × 30", mass_g=1100, along_mm=300),),
        ),
    ),
    lights=(
        Light(
            id="panel",
            role="fill",
            fixture=lamp("Flat panel, 30 × 30"),
            position=LampPlace(x_mm=-240, y_mm=330, z_mm=940),
            level_percent=20,
            cct_k=5500,
        ),
        Light(
            id="soft",
            fixture=lamp("Soft square, 60"),
            position=LampPlace(x_mm=-640, y_mm=520, z_mm=760),
            level_percent=30,
        ),
    ),
)

DUMPLINGS = Plan(
    title="Folding dumplings at a hall counter",
    delivery=Delivery(width_px=1920, height_px=1080, crop_wanted=1, frame_rate_hz=25),
    room=Room(
        name="The kitchen",
        ceiling_mm=3400,
        obstacles=(
            Obstacle(
                name="tie beam",
                from_left_edge_mm=-600,
                from_front_edge_mm=150,
                width_mm=3600,
                depth_mm=300,
                bottom_mm=2150,
                top_mm=2450,
                stays=True,
            ),
        ),
        width_mm=9000,
        depth_mm=7000,
        table_from_left_wall_mm=3000,
        table_from_far_wall_mm=3500,
        keep_clear=(
            KeepClear(
                kind="walkway",
                name="way to the kitchen",
                from_left_edge_mm=2700,
                from_front_edge_mm=-2500,
                width_mm=1000,
                depth_mm=5000,
            ),
        ),
        mains_hz=50,
    ),
    table=Table(width_mm=2400, depth_mm=600, height_mm=910, mat_reflectance=0.14),
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
        gloss="satin",
        reflectance=0.5,
        liveliness="kneading",
        effort="light",
        items=(
            Item(kind="cylinder", name="steamer", x_mm=250, y_mm=60, width_mm=240, height_mm=180),
            Item(
                kind="box",
                name="board",
                x_mm=-90,
                y_mm=-40,
                width_mm=400,
                depth_mm=280,
                height_mm=20,
            ),
        ),
    ),
    maker=Maker(
        height_mm=1760,
        posture="standing",
        handedness="left",
        lean_deg=10,
        x_mm=0,
        from_edge_mm=60,
        tool_mm=0,
        hand_room_mm=400,
        second=SecondPerson(place="opposite", height_mm=1700, posture="standing"),
    ),
    session=CLASS_SESSION,
    cameras=(
        Camera(
            id="overhead",
            body=SMALL,
            mode="4K",
            lens=STANDARD_ZOOM,
            focal_mm=16,
            f_number=5.6,
            position=Position(x_mm=0, y_mm=0, z_mm=1210),
            support="hall-boom",
            storage=card("64 GB card", spare=1),
            supply=MAINS,
        ),
    ),
    supports=(PlacedSupport(id="hall-boom", gear=support("Boom stand with counterweight")),),
    adapters=(adapter("Spigot sleeve with 1/4 stud"),),
    lights=(
        Light(
            id="soft",
            fixture=lamp("Soft square, 60"),
            position=LampPlace(x_mm=-940, y_mm=30, z_mm=640),
            level_percent=60,
        ),
        Light(
            id="hall-bulb",
            role="practical",
            fixture=lamp("Bare bulb in a holder"),
            position=LampPlace(x_mm=900, y_mm=560, z_mm=900),
        ),
    ),
)

DULCIMER = Plan(
    title="Hammered dulcimer lesson",
    delivery=Delivery(width_px=1920, height_px=1080, crop_wanted=1.5, frame_rate_hz=25),
    room=Room(
        name="The reading room",
        ceiling_mm=3600,
        width_mm=8000,
        depth_mm=6000,
        table_from_left_wall_mm=3000,
        table_from_far_wall_mm=2500,
        keep_clear=(
            KeepClear(
                kind="walkway",
                name="way past the shelves",
                from_left_edge_mm=-2600,
                from_front_edge_mm=-1500,
                width_mm=900,
                depth_mm=4500,
            ),
        ),
        mains_hz=50,
        surfaces=LESSON_SURFACES,
    ),
    table=Table(width_mm=1700, depth_mm=800, height_mm=560, mat_reflectance=0.1),
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
        tilt_deg=15,
        gloss="varnish",
        reflectance=0.35,
        liveliness="pressing",
        effort="light",
    ),
    maker=Maker(
        height_mm=1720,
        posture="seated",
        handedness="right",
        seat_mm=480,
        lean_deg=5,
        x_mm=0,
        from_edge_mm=40,
        tool_mm=200,
        hand_room_mm=600,
    ),
    session=DULCIMER_SESSION,
    mics=LESSON_MICS,
    sound=LESSON_SOUND,
    recorders=(RECORDER,),
    cameras=(
        Camera(
            id="overhead",
            body=MIDSIZE,
            mode="4K whole width",
            lens=WIDE_ZOOM,
            focal_mm=20,
            f_number=5.6,
            position=Position(x_mm=0, y_mm=-201, z_mm=1200),
            aim=Aim(tilt_deg=10, toward_deg=0),
            roll_deg=0,
            support="library-boom",
            storage=card("64 GB card"),
        ),
    ),
    supports=(
        PlacedSupport(
            id="library-boom",
            gear=support("Boom stand with counterweight"),
            foot=Foot(x_mm=-910, y_mm=-249),
            sandbag_g=12_000,
            sandbag_on="column",
            tether=True,
        ),
    ),
    adapters=(adapter("Spigot sleeve with 1/4 stud"),),
    lights=(
        Light(
            id="soft",
            fixture=lamp("Soft square, 90"),
            position=LampPlace(x_mm=-164, y_mm=612, z_mm=1418),
            level_percent=20,
        ),
    ),
)

PLANS = (DULCIMER, DUMPLINGS, GILDING)
"""In the order in which they are made, so that gilding is the one changed last."""
EXAMPLE = DULCIMER.model_copy(update={"title": "Worked example: a dulcimer lesson"})
"""A plan in which everything holds, for a shelf that is empty: to look at, to take apart, to remove."""
