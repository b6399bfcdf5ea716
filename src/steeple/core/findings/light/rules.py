"""Every rule of the light step, in the order in which its finding is shown."""

from __future__ import annotations

from steeple.core.findings.light.amount import (
    brightness_unknown,
    drift,
    overload,
    sun_on_work,
    too_bright,
    too_dark,
)
from steeple.core.findings.light.cards import card_idle, card_in_frame, card_unplaceable
from steeple.core.findings.light.cautions import CAUTIONS
from steeple.core.findings.light.colour import flicker, mixed_colour, poor_colour
from steeple.core.findings.light.hollow import hollow_dark
from steeple.core.findings.light.place import (
    dazzle,
    glare,
    lamp_hidden,
    lamp_in_frame,
    mat_glare_seen,
    no_lamp,
    stand_overloaded,
    unplaceable,
)
from steeple.core.findings.light.roles import out_of_role
from steeple.core.findings.light.shade import (
    double_shadow,
    hand_shadow,
    hard_edge,
    head_shadow,
    hot_spot,
    rig_shadow,
    uneven,
)
from steeple.core.findings.rule import StepRules

LIGHT_RULES = StepRules(
    step="light",
    mends_apart=True,
    cautions=CAUTIONS,
    rules=(
        no_lamp,
        hand_shadow,
        head_shadow,
        rig_shadow,
        double_shadow,
        hard_edge,
        uneven,
        hot_spot,
        glare,
        mat_glare_seen,
        hollow_dark,
        brightness_unknown,
        too_dark,
        too_bright,
        mixed_colour,
        poor_colour,
        flicker,
        lamp_in_frame,
        unplaceable,
        lamp_hidden,
        stand_overloaded,
        out_of_role,
        card_idle,
        card_in_frame,
        card_unplaceable,
        dazzle,
        drift,
        sun_on_work,
        overload,
    ),
)
