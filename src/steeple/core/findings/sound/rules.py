"""Every rule of the sound step, in the order in which its finding is shown."""

from __future__ import annotations

from steeple.core.findings.rule import StepRules
from steeple.core.findings.sound.cautions import CAUTIONS
from steeple.core.findings.sound.fixes import follow_the_camera
from steeple.core.findings.sound.heard import echo, no_microphone, noise
from steeple.core.findings.sound.in_the_way import (
    clip_rubs,
    in_frame,
    in_the_way_of,
    out_of_reach,
    shadow,
)
from steeple.core.findings.sound.leads import lead_crosses, lead_short, unrecorded
from steeple.core.findings.sound.together import (
    comb,
    drift,
    hole,
    narrow,
    out_of_step,
    three_to_one,
)

SOUND_RULES = StepRules(
    step="sound",
    rules=(
        no_microphone,
        echo,
        noise,
        in_frame,
        shadow,
        in_the_way_of,
        out_of_reach,
        clip_rubs,
        unrecorded,
        lead_short,
        lead_crosses,
        hole,
        narrow,
        comb,
        three_to_one,
        out_of_step,
        drift,
    ),
    cautions=CAUTIONS,
    mends_apart=True,
    follows=tuple(
        one.code
        for one in (in_frame, shadow, in_the_way_of, out_of_reach, lead_short, lead_crosses)
    ),
    follow=follow_the_camera,
)
