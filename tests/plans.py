"""Plans and gear for tests: one that is sound in every way, and small changes to it."""

from __future__ import annotations

from typing import Any

from steeple.core.findings.finding import Finding
from steeple.core.findings.judging import judge
from steeple.core.geometry.rectangle import Rectangle
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.cameras.body import Body, FieldOfView, RecordingMode
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.core.plan.gear.holding.adapter import Adapter
from steeple.core.plan.gear.holding.support import Joint, Support
from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.plan.gear.lights.lamp_stand import LampStand
from steeple.core.plan.gear.lights.light_card import LightCard
from steeple.core.plan.gear.recording.lead import Lead
from steeple.core.plan.gear.recording.medium import Medium
from steeple.core.plan.gear.recording.power import PowerSource
from steeple.core.plan.gear.recording.recorder import Recorder
from steeple.core.plan.gear.sound.mic_stand import MicStand
from steeple.core.plan.gear.sound.microphone import Microphone
from steeple.core.plan.parts.cameras.camera import Aim, Camera, Position
from steeple.core.plan.parts.delivery import Delivery
from steeple.core.plan.parts.lamp import LampPlace, Light
from steeple.core.plan.parts.maker import Maker
from steeple.core.plan.parts.panel import PlacedCard
from steeple.core.plan.parts.rolling.session import Break, Handling, Session
from steeple.core.plan.parts.rolling.supply import (
    Fed,
    PlacedBank,
    PlacedLead,
    PlacedRecorder,
    Storage,
    Supply,
)
from steeple.core.plan.parts.room import KeepClear, Obstacle, Room
from steeple.core.plan.parts.setup import MountPoint, Setup, Stage
from steeple.core.plan.parts.sounding.microphone import Into, MicPair, MicPlace, PlacedMic
from steeple.core.plan.parts.sounding.sound import Sounding, Surfaces
from steeple.core.plan.parts.support import Foot, PlacedSupport
from steeple.core.plan.parts.wishes import Wishes
from steeple.core.plan.parts.work import Hollow, Item, Table, Work, Zone
from steeple.core.study.base.assumptions import Assumption
from steeple.core.study.lens.study import Sight
from steeple.core.study.plan_study import CameraStudy, camera_studies
from steeple.core.study.registry import STEPS

BODY = Body(
    kind="camera",
    name="a camera",
    modes=(
        RecordingMode(
            name="whole",
            width_px=3840,
            height_px=2160,
            sensor_width_mm=23.5,
            sensor_height_mm=13.22,
            bitrate_mbit_s=100,
        ),
        RecordingMode(
            name="small",
            width_px=1280,
            height_px=720,
            sensor_width_mm=23.5,
            sensor_height_mm=13.22,
            bitrate_mbit_s=20,
        ),
    ),
    power_w=4,
    battery_wh=16,
    runs_cool_s=14_400,
    fed_while_recording=True,
    tells_stop=True,
    flange_mm=18,
    back_mm=40,
    base_iso=100,
    clean_iso=1600,
    mass_g=650,
    thread="1/4-20 socket",
    screen="tilting",
)
ZOOM = Lens(
    name="a zoom",
    focal_min_mm=16,
    focal_max_mm=50,
    f_number_wide=3.5,
    f_number_long=5.6,
    min_focus_from_mark_mm=250,
    greatest_magnification=0.21,
    length_mm=70,
    mass_g=480,
)
WIDE = Lens(
    name="a wide",
    focal_min_mm=14,
    focal_max_mm=14,
    f_number_wide=2.8,
    f_number_long=2.8,
    min_focus_from_mark_mm=200,
    length_mm=55,
)
PHONE = Body(
    kind="phone",
    name="a phone",
    modes=(RecordingMode(name="4K", width_px=3840, height_px=2160),),
    view=FieldOfView(angle_deg=65, measured="horizontal", stabilisation_crop=1.1),
    min_focus_mm=100,
    clean_iso=400,
    screen="fixed",
    shown_elsewhere=True,
)

CARD = Medium(name="a card", capacity_bytes=128e9, write_mbit_s=400)
STAND = Support(
    name="a boom stand",
    form="boom stand",
    anchor="floor",
    rated_load_g=6000,
    rated_reach_mm=1500,
    lowest_mm=900,
    highest_mm=2400,
    reach_mm=1500,
    behind_mm=600,
    drop_mm=80,
    footprint_mm=1000,
    legs=3,
    tube_mm=35,
    wall_mm=2,
    material="steel",
    mass_g=9000,
    head_mass_g=300,
    counterweight_g=5000,
    threads=("1/4-20 stud",),
    joints=(Joint(name="boom clamp", holds_n_m=30), Joint(name="ball joint", holds_n_m=8)),
)
CLAMP = Support(
    name="a pole on the table",
    form="table clamp pole",
    anchor="table",
    rated_load_g=2500,
    rated_reach_mm=400,
    lowest_mm=200,
    highest_mm=1000,
    reach_mm=600,
    drop_mm=40,
    tube_mm=22,
    wall_mm=1.5,
    material="aluminium",
    mass_g=1300,
    head_mass_g=250,
    threads=("3/8-16 stud",),
    joints=(Joint(name="cross clamp", holds_n_m=12),),
)
BUSH = Adapter(name="a bush", one_end="3/8-16 socket", other_end="1/4-20 stud", owned=2)

SOFT = Fixture(
    name="a soft lamp",
    emitter="rectangle",
    width_mm=600,
    height_mm=600,
    flux_lm=4200,
    beam_deg=105,
    cct_k=5500,
    colour_rendering=95,
    least_level_percent=10,
    flicker="free",
    remote=True,
    mass_g=1900,
    power_w=60,
)
BULB = Fixture(
    name="a bulb",
    emitter="bulb",
    width_mm=60,
    flux_lm=3000,
    cct_k=5500,
    colour_rendering=95,
    least_level_percent=100,
    flicker="free",
    power_w=20,
)

MIC = Microphone(
    name="a microphone",
    pattern="cardioid",
    pair=False,
    length_mm=140,
    across_mm=40,
    self_noise_db=15,
    lead_mm=8000,
)
MIC_STAND = MicStand(
    name="a microphone stand",
    form="floor stand with a boom",
    reach_mm=800,
    lowest_mm=800,
    highest_mm=2000,
)
SOUNDING = Sounding(heard="voice", voice_db=60)
SOUND = Plan(
    title="A sound plan",
    delivery=Delivery(width_px=1920, height_px=1080, crop_wanted=1, frame_rate_hz=25),
    room=Room(
        ceiling_mm=2600,
        width_mm=4000,
        depth_mm=4500,
        surfaces=Surfaces(floor="carpet", walls="plaster", ceiling="plaster", furnished="full"),
        mains_hz=50,
        circuit_w=2000,
        knock="possible",
        keep_clear=(
            KeepClear(
                kind="door",
                name="the door",
                from_left_edge_mm=2500,
                from_front_edge_mm=-2000,
                width_mm=900,
                depth_mm=900,
            ),
        ),
        obstacles=(
            Obstacle(
                name="shelf",
                from_left_edge_mm=0,
                from_front_edge_mm=500,
                width_mm=1400,
                depth_mm=200,
                bottom_mm=2000,
                top_mm=2030,
            ),
        ),
    ),
    table=Table(width_mm=1400, depth_mm=700, height_mm=740, mat_reflectance=0.2),
    work=Work(
        shape="page-flat",
        zone=Zone(
            width_mm=420, depth_mm=240, margin_mm=20, from_left_edge_mm=490, from_front_edge_mm=230
        ),
        zone_top_mm=30,
        finest_detail_mm=0.8,
        gloss="matt",
        reflectance=0.75,
        liveliness="drawing",
        effort="fine",
        items=(
            Item(
                kind="box", name="block", x_mm=-120, y_mm=40, width_mm=60, depth_mm=40, height_mm=25
            ),
        ),
    ),
    maker=Maker(
        height_mm=1720,
        posture="seated",
        handedness="right",
        seat_mm=460,
        lean_deg=10,
        x_mm=0,
        from_edge_mm=40,
        tool_mm=90,
        hand_room_mm=300,
    ),
    cameras=(
        Camera(
            id="overhead",
            body=BODY,
            mode="whole",
            lens=ZOOM,
            focal_mm=30,
            f_number=5.6,
            position=Position(x_mm=0, y_mm=0, z_mm=720),
            roll_deg=0,
            stand_lowest_mm=100,
            stand_highest_mm=1900,
            support="stand",
            storage=Storage(medium=CARD),
            supply=Supply(by="battery"),
        ),
    ),
    session=Session(lasts_min=60, alarm_before_min=2, restart_min=0.1, change_min=1),
    mics=(
        PlacedMic(
            id="voice",
            gear=MIC,
            held="boom",
            hears="voice",
            position=MicPlace(x_mm=260, y_mm=60, z_mm=430),
            stand=MIC_STAND,
            foot=Foot(x_mm=750, y_mm=420),
            into=Into(kind="camera", id="overhead"),
        ),
    ),
    sound=SOUNDING,
    supports=(
        PlacedSupport(
            id="stand",
            gear=STAND,
            foot=Foot(x_mm=-800, y_mm=-45),
            sandbag_g=10_000,
            sandbag_on="column",
            counterweight_g=1400,
            counterweight_at_mm=600,
            tether=True,
        ),
    ),
    lights=(
        Light(
            id="soft",
            fixture=SOFT,
            position=LampPlace(x_mm=-232, y_mm=403, z_mm=997),
            level_percent=30,
        ),
    ),
)
WHITE = LightCard(name="a white card", use="bounce", width_mm=500, height_mm=350, reflectance=0.85)
LAMP_STAND = LampStand(
    name="a lamp stand", form="floor stand", lowest_mm=700, highest_mm=2200, rated_load_g=3000
)
SIDE = SOUND.cameras[0].model_copy(
    update={
        "id": "side",
        "role": "three-quarter",
        "support": None,
        "aim": Aim(tilt_deg=50, toward_deg=135),
        "position": Position(x_mm=-433, y_mm=433, z_mm=529),
        "mount": "wall bracket",
    }
)
BRACKET = MountPoint(name="wall bracket", x_mm=-470, y_mm=470, z_mm=515, bears_g=3000)
BOTH = ("overhead", "side")
CHAIRS = KeepClear(
    kind="audience",
    name="chairs",
    from_left_edge_mm=200,
    from_front_edge_mm=2200,
    width_mm=1000,
    depth_mm=400,
)
RECORDER = Recorder(
    name="a recorder",
    channels=2,
    bitrate_mbit_s=2.3,
    power_w=1,
    battery_wh=8,
    file_limit_bytes=2e9,
    goes_on_after_file=True,
    fed_while_recording=True,
)
BANK = PowerSource(name="a bank", form="power bank", energy_wh=72, power_w=18)
VOICE_INTO = Into(kind="camera", id="overhead")
PAIR = PlacedMic(
    id="pair",
    gear=MIC.model_copy(update={"name": "two microphones", "pair": True}),
    held="stand",
    hears="instrument",
    pair=MicPair(form="spaced", apart_mm=600, opened_deg=0),
    position=MicPlace(x_mm=0, y_mm=440, z_mm=560),
    stand=MIC_STAND,
    foot=Foot(x_mm=300, y_mm=800),
    into=Into(kind="recorder", id="sound"),
)
CLIP = PlacedMic(
    id="clip",
    gear=Microphone(name="a clip-on", pattern="clip-on", wireless=True, runs_s=36_000),
    held="clip-on",
    hears="voice",
    into=Into(kind="camera", id="side"),
    supply=Supply(by="battery"),
)
MAINS_LEAD = Lead(name="a mains lead", form="mains", length_mm=5000, rated_w=2000)
SOUND_IN_FULL = SOUND.model_copy(
    update={
        "cameras": (
            SOUND.cameras[0].model_copy(update={"supply": Supply(by="mains")}),
            SIDE.model_copy(update={"supply": Supply(by="bank", bank="bank")}),
        ),
        "table": SOUND.table.model_copy(update={"mat_gloss": "matt"}),
        "work": SOUND.work.model_copy(
            update={"hollow": Hollow(x_mm=60, y_mm=0, width_mm=160, depth_mm=25)}
        ),
        "lights": (SOUND.lights[0].model_copy(update={"stand": LAMP_STAND}),),
        "cards": (
            PlacedCard(id="white", card=WHITE, position=LampPlace(x_mm=420, y_mm=100, z_mm=185)),
        ),
        "mounts": (BRACKET,),
        "wishes": Wishes(roles=("overhead", "three-quarter")),
        "room": SOUND.room.model_copy(update={"keep_clear": (*SOUND.room.keep_clear, CHAIRS)}),
        "stages": (Stage(name="cut", takes_min=20),),
        "setups": (
            Setup(id="one", name="cutting", cameras=BOTH, stages=("cut",)),
            Setup(id="two", name="talking", cameras=BOTH, break_min=10),
        ),
        "recorders": (PlacedRecorder(id="sound", gear=RECORDER, storage=Storage(medium=CARD)),),
        "banks": (PlacedBank(id="bank", gear=BANK),),
        "mics": (*SOUND.mics, PAIR, CLIP),
        "sound": SOUNDING.model_copy(
            update={
                "heard": "voice and instrument",
                "instrument_db": 70,
                "claps": "at start and end",
                "mixed": False,
            }
        ),
        "leads": (PlacedLead(id="lead", gear=MAINS_LEAD, feeds=(Fed(kind="lamp", id="soft"),)),),
        "session": Session(
            date="2026-03-14",
            begins="18:30",
            lasts_min=60,
            breaks=(Break(name="glue dries", at_min=25, takes_min=6),),
            handling=(Handling(kind="camera", device="side", at_min=26, does=("restart",)),),
            clip_cap_bytes=100e6,
            clip_s=60,
            lapse_s=120,
            disk=Medium(name="a disk", capacity_bytes=2e12),
            sessions=10,
        ),
    }
)
"""The same with what not every plan has: a second camera, a card, a lamp stand, a mat of its own gloss, a
hollow, a mount point, set-ups with their stages."""
BARE = Plan(title="Only a shape", work=Work(shape="page-flat"))


def changed(plan: Plan = SOUND, **values: Any) -> Plan:
    """The plan with fields set by pointer, ``__`` for ``/``: ``table__width_mm=900``,
    ``cameras__0__position__z_mm=500``. A microphone whose camera is gone with that is gone too."""
    if "cameras" in values and "mics" not in values:
        there = {one["id"] for one in values["cameras"]}
        kept = [
            one for one in plan.mics
            if (one.into is None or one.into.kind != "camera" or one.into.id in there)
        ]  # fmt: skip
        values = {"mics": [one.model_dump(mode="json") for one in kept], **values}
    changes = [
        Change(path="/" + key.replace("__", "/"), value=value) for key, value in values.items()
    ]
    return apply_changes(plan, changes)


def on(support: Support, **values: Any) -> Plan:
    """The sound plan with its camera on another support, left to Steeple to place."""
    placed = PlacedSupport(id="stand", gear=support, tether=True).model_dump(mode="json")
    return changed(SOUND, supports=[placed], **values)


def scene(plan: Plan = SOUND) -> CameraStudy:
    """The first scene of a plan."""
    return camera_studies(plan)[0]


def finding(plan: Plan, code: str) -> Finding | None:
    """The finding of one rule on a plan, without mends."""
    return next((one for one in judge(camera_studies(plan)) if one.code == code), None)


def seen(sight: Sight | None) -> Rectangle:
    """What a camera sees of the surface of the work, where it forms a picture of it."""
    assert sight is not None
    assert sight.seen_surface is not None
    return sight.seen_surface


def assumed_in(camera: CameraStudy) -> tuple[Assumption, ...]:
    """Everything assumed for a camera, by every step."""
    return camera.assumed_for(STEPS)
