"""Each rule fires where it should and is quiet where it should be; the registry is walked."""

from __future__ import annotations

from typing import Any

import pytest

from steeple.core.findings.finding import GRAVITY, Verdict
from steeple.core.findings.judging import cautions_for, judge
from steeple.core.findings.registry import CAUTIONS, RULES
from steeple.core.plan.document import Plan
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.plan_study import camera_studies
from tests.angles_cases import ANGLES_FIRING, beside, seen_from
from tests.hold_cases import BAR, HOLD_FIRING, held
from tests.light_cases import LIGHT_FIRING, lamp
from tests.plans import BARE, BODY, BULB, PHONE, SOUND, SOUND_IN_FULL, ZOOM, changed, finding
from tests.roll_cases import ROLL_FIRING
from tests.sound_cases import SOUND_FIRING

Row = tuple[str, Verdict, dict[str, Any], str]
LENS_UNKNOWN = ZOOM.model_copy(
    update={"min_focus_from_mark_mm": None, "greatest_magnification": None}
).model_dump(mode="json")
NO_SENSOR = BODY.model_copy(
    update={"modes": (BODY.modes[0].model_copy(update={"sensor_width_mm": None}),)}
).model_dump(mode="json")

FIRING: list[Row] = [
    ("work.zone-off-table", "fails", {"work__zone__from_left_edge_mm": 1100}, "12.0 cm"),
    ("work.zone-off-table", "fails", {"table__width_mm": 300}, "past the table"),
    ("lens.gear-missing", "unknown", {"cameras__0__lens": None}, "missing"),
    ("lens.gear-missing", "unknown", {"cameras__0__body": NO_SENSOR}, "missing"),
    ("lens.zoom-out-of-range", "fails", {"cameras__0__focal_mm": 80}, "80 mm"),
    ("lens.zoom-out-of-range", "fails", {"cameras__0__focal_mm": 10}, "10 mm"),
    (
        "lens.aperture-out-of-range",
        "fails",
        {"cameras__0__f_number": 2.8},
        "does not open to f/2.8",
    ),
    ("lens.in-the-work", "fails", {"cameras__0__position__z_mm": 40}, "must be above"),
    ("lens.zone-cut-off", "fails", {"cameras__0__focal_mm": 50}, "sticks out"),
    ("lens.zone-cut-off", "fails", {"cameras__0__position__x_mm": 200}, "at the left"),
    ("lens.zone-cut-off", "watch", {"work__zone__margin_mm": 60}, "only"),
    ("lens.too-close-to-focus", "fails", {"cameras__0__position__z_mm": 150}, "too near"),
    ("lens.too-close-to-focus", "unknown", {"cameras__0__lens": LENS_UNKNOWN}, "not known"),
    ("lens.not-sharp-throughout", "fails", {"cameras__0__f_number": 1.4}, "f/1.4 the table"),
    (
        "lens.not-sharp-throughout",
        "fails",
        {"cameras__0__focus_height_mm": 200},
        "the table is soft",
    ),
    (
        "lens.not-sharp-throughout",
        "fails",
        {"cameras__0__focus_height_mm": 0, "cameras__0__f_number": 1.4},
        "the top of the work is soft",
    ),
    ("lens.ceiling-in-the-way", "fails", {"room__ceiling_mm": 1500}, "into the ceiling"),
    ("lens.ceiling-in-the-way", "watch", {"room__ceiling_mm": 1560}, "Only"),
    ("lens.ceiling-in-the-way", "unknown", {"room__ceiling_mm": None}, "not known"),
    ("lens.no-hand-room", "watch", {"maker__hand_room_mm": 700}, "only"),
    ("lens.no-hand-room", "fails", {"cameras__0__position__z_mm": 150}, "only"),
    ("lens.no-hand-room", "fails", {"cameras__0__lens__length_mm": 720}, "touches"),
    ("lens.detail-lost", "fails", {"work__finest_detail_mm": 0.3}, "0.3 mm is lost"),
    ("lens.crop-beyond-recording", "watch", {"delivery__crop_wanted": 2.2}, "2.2×"),
    ("lens.crop-beyond-recording", "fails", {"delivery__crop_wanted": 4}, "4×"),
    ("lens.crop-beyond-recording", "fails", {"cameras__0__mode": "small"}, "smaller"),
    ("lens.past-table-edge", "watch", {"cameras__0__position__y_mm": 200}, "floor"),
    ("lens.past-table-edge", "watch", {"table__depth_mm": 250}, "past the table"),
    ("lens.way-round", "watch", {"cameras__0__roll_deg": 180}, "upside down"),
    ("lens.way-round", "watch", {"cameras__0__roll_deg": 90}, "Turned by 90°"),
    ("work.table-height", "watch", {"table__height_mm": 900}, "too high"),
    ("work.table-height", "watch", {"maker__height_mm": 1950, "maker__seat_mm": 560}, "too low"),
    ("work.out-of-reach", "watch", {"work__zone__from_front_edge_mm": 690, "table__depth_mm": 1400}, "lean in"),
    (
        "work.out-of-reach",
        "fails",
        {"work__zone__from_front_edge_mm": 900, "table__depth_mm": 1400},
        "out of reach",
    ),
    ("work.item-above-top", "fails", {"work__items__0__height_mm": 90}, "6.0 cm above"),
    ("work.item-outside-zone", "watch", {"work__items__0__x_mm": -200}, "2.0 cm out of"),
    ("work.mat-too-alike", "watch", {"table__mat_reflectance": 0.6}, "hardly stands out"),
    ("lens.head-in-frame", "fails", {"maker__lean_deg": 35}, "into the picture"),
    ("lens.head-in-frame", "watch", {"cameras__0__position__y_mm": -250}, "into the picture"),
    (
        "lens.head-meets-camera",
        "fails",
        {"maker__lean_deg": 30, "cameras__0__position__z_mm": 380},
        "strikes",
    ),
    ("lens.hands-hide-work", "fails", {"maker__lean_deg": 45}, "hide the action"),
    ("lens.obstacle-in-the-way", "fails", {"room__obstacles__0__bottom_mm": 1450,
                                           "room__obstacles__0__from_front_edge_mm": 250}, "shelf"),
    (
        "lens.obstacle-in-view",
        "fails",
        {
            "room__obstacles__0__bottom_mm": 1100,
            "room__obstacles__0__top_mm": 1110,
            "room__obstacles__0__from_front_edge_mm": 300,
        },
        "hides",
    ),
    ("lens.stand-ends", "fails", {"cameras__0__stand_highest_mm": 600}, "so high: 12.0 cm"),
    ("lens.stand-ends", "fails", {"cameras__0__stand_lowest_mm": 900}, "so low: 18.0 cm"),
    ("lens.diffraction-soft", "watch", {"cameras__0__f_number": 22}, "diffraction softens"),
    ("lens.keystone", "watch", {"cameras__0__aim__tilt_deg": 25}, "run together"),
    ("lens.keystone", "watch", {"cameras__0__aim__tilt_deg": 80, "cameras__0__position": {}}, "horizon"),
    ("lens.cannot-see-framing", "unknown", {"cameras__0__body__screen": None}, "not known"),
    (
        "lens.cannot-see-framing",
        "watch",
        {"cameras__0__body__screen": "fixed", "cameras__0__body__shown_elsewhere": False},
        "cannot see",
    ),
    (
        "lens.own-view-blocked",
        "watch",
        {"cameras__0__position__z_mm": 260, "cameras__0__position__y_mm": -60},
        "from your own eyes",
    ),
    *HOLD_FIRING,
    *LIGHT_FIRING,
    *ANGLES_FIRING,
    *ROLL_FIRING,
    *SOUND_FIRING,
]  # fmt: skip


@pytest.mark.parametrize(("code", "verdict", "values", "words"), FIRING)
def test_a_rule_fires(code: str, verdict: Verdict, values: dict[str, Any], words: str) -> None:
    said = [one for one in judge(camera_studies(changed(**values))) if one.code == code]
    found = max(said, key=lambda one: GRAVITY[one.verdict])
    assert found.verdict == verdict
    assert words in sentence_words(found.title, "cm")
    if verdict != "unknown" and found.margin is not None and code != "lens.way-round":
        assert found.margin.value <= 0.06 or verdict == "watch"


@pytest.mark.parametrize("rule", RULES, ids=[rule.code for rule in RULES])
def test_every_rule_is_quiet_on_a_sound_plan(rule: Any) -> None:
    found = finding(SOUND_IN_FULL, rule.code)
    assert found is not None, "a rule that says nothing of a sound plan was not asked"
    assert found.verdict == "holds", sentence_words(found.title, "cm")
    if found.margin is not None:
        assert found.margin.value >= 0


def test_every_rule_has_a_case_in_which_it_fires() -> None:
    assert {row[0] for row in FIRING} == {rule.code for rule in RULES}
    assert len({rule.code for rule in RULES}) == len(RULES)


@pytest.mark.parametrize("rule", RULES, ids=[rule.code for rule in RULES])
def test_every_rule_says_its_trigger_harm_and_source(rule: Any) -> None:
    assert rule.code.startswith(f"{rule.step}.")
    assert min(len(rule.name) + 3, len(rule.trigger), len(rule.harm), len(rule.source)) > 8


def test_sharpness_is_judged_where_the_depth_is_known_to_end() -> None:
    """With everything far away sharp, only the top can be soft."""
    far = changed(cameras__0__focal_mm=16, cameras__0__f_number=22, cameras__0__position__z_mm=1200)
    found = finding(far, "lens.not-sharp-throughout")
    assert found is not None
    assert found.verdict == "holds"
    phone = changed(
        cameras__0__mode=None,
        cameras__0__lens=None,
        cameras__0__focal_mm=None,
        cameras__0__body=PHONE.model_dump(mode="json"),
    )
    assert finding(phone, "lens.not-sharp-throughout") is None


def test_limits_are_met_exactly() -> None:
    """At the figure itself a rule holds; a hair beyond it does not."""
    limit = finding(SOUND, "lens.crop-beyond-recording")
    assert limit is not None
    assert limit.limit is not None
    assert limit.limit.value == 2.0
    at, beyond = changed(delivery__crop_wanted=2.0), changed(delivery__crop_wanted=2.01)
    for plan, verdict in ((at, "holds"), (beyond, "watch")):
        found = finding(plan, "lens.crop-beyond-recording")
        assert found is not None
        assert found.verdict == verdict


def test_the_top_of_the_work_is_what_is_cut_first() -> None:
    """A tall work is cut at its top while the table still fits."""
    plan = changed(work__zone_top_mm=150)
    sight = camera_studies(plan)[0].sight
    assert sight is not None
    assert sight.spare_surface.least > 20 > sight.spare_top.least
    found = finding(plan, "lens.zone-cut-off")
    assert found is not None
    assert found.verdict == "fails"
    assert "15.0 cm nearer to the lens" in sentence_words(found.reason, "cm")


def test_a_plan_without_cameras_is_judged_as_far_as_it_goes() -> None:
    verdicts = {one.code: one.verdict for one in judge(camera_studies(BARE))}
    assert verdicts == {
        "work.zone-off-table": "holds",
        "work.out-of-reach": "holds",
        "work.table-height": "holds",
        "work.mat-too-alike": "holds",
        "lens.gear-missing": "unknown",
    }


def test_a_phone_is_judged_like_any_camera() -> None:
    plan = changed(
        cameras__0__mode=None,
        cameras__0__lens=None,
        cameras__0__focal_mm=None,
        cameras__0__body=PHONE.model_dump(mode="json"),
        cameras__0__position__z_mm=None,
    )
    verdicts = {one.code: one.verdict for one in judge(camera_studies(plan))}
    assert verdicts["lens.zone-cut-off"] == "holds"
    assert verdicts["lens.too-close-to-focus"] == "holds"
    assert "lens.zoom-out-of-range" not in verdicts


def test_work_findings_are_said_once_with_two_cameras() -> None:
    first, side = SOUND_IN_FULL.cameras
    two = SOUND.cameras[0].model_copy(update={"id": "second", "supply": side.supply})
    (done,) = SOUND_IN_FULL.session.handling
    handling = (done.model_copy(update={"device": "second"}),)
    plan = SOUND_IN_FULL.model_copy(
        update={
            "session": SOUND_IN_FULL.session.model_copy(update={"handling": handling}),
            "cameras": (first, two),
            "setups": tuple(
                one.model_copy(update={"cameras": ("overhead", "second")})
                for one in SOUND_IN_FULL.setups
            ),
        }
    )
    codes = [(one.code, one.about) for one in judge(camera_studies(plan))]
    said_once = sum(rule.once for rule in RULES) + len(OF_PAIRS)
    twice = len(RULES) - said_once
    assert len(codes) == len(set(codes)) == said_once + 2 * twice


OF_PAIRS = ("angles.jump", "angles.line-crossed", "angles.swapped", "angles.used-twice")
"""Of two cameras these are said of the second alone."""
CAUTIOUS: dict[str, Plan] = {
    "overhead-load": SOUND,
    "low-ceiling": changed(room__ceiling_mm=2050),
    **{
        name: changed(work__hazards=[name])
        for name in ("heat", "steam", "flame", "turning", "curing-lamp", "water-near-mains")
    },
    "lithium": changed(cameras__0__supply__spare_batteries=1),
    "mains-devices": changed(cameras__0__supply__by="mains"),
    "people-filmed": changed(work__hazards=["audience"]),
    "hang-tether": SOUND,
    "stand-tips": SOUND,
    "jammed-pole": changed(
        **held(BAR.model_copy(update={"form": "wall-to-wall pole", "anchor": "wall"}))
    ),
    "fixed-overhead": changed(
        **held(BAR.model_copy(update={"form": "ceiling arm", "anchor": "ceiling"}))
    ),
    "sound-leads": SOUND,
    "microphone-overhead": SOUND,
    "hung-cloth": changed(sound__soft=[{"kind": "duvet", "hung": True}]),
    "turning-leads": changed(work__hazards=["turning"]),
    "hot-under-boom": changed(work__hazards=["flame"]),
    "lamps-on-mains": SOUND,
    "lamp-overhead": SOUND,
    "hot-lamp": changed(lights=[lamp(BULB, -600, 350, 800)]),
    "bright-lamp": changed(lights=[lamp(BULB, -600, 350, 800)]),
    "stands-round-you": beside(
        seen_from(315, 40, support="other"),
        plan=changed(
            supports=[
                *(one.model_dump(mode="json") for one in SOUND.supports),
                SOUND.supports[0].model_copy(update={"id": "other"}).model_dump(mode="json"),
            ]
        ),
    ),
}


@pytest.mark.parametrize("rule", CAUTIONS, ids=[rule.code for rule in CAUTIONS])
def test_every_caution_applies_somewhere_and_not_everywhere(rule: Any) -> None:
    said = {one.code for one in cautions_for(camera_studies(CAUTIOUS[rule.code]))}
    assert rule.code in said
    quiet = {one.code for one in cautions_for(camera_studies(BARE))}
    assert rule.code not in quiet


def test_cautions_defer_and_promise_nothing() -> None:
    assert set(CAUTIOUS) == {rule.code for rule in CAUTIONS}
    for rule in CAUTIONS:
        assert "safe" not in rule.sentence.lower().replace("safety tether", "")
        assert rule.sentence.endswith(".")
