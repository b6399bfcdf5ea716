"""Every rule of the lens step, in the order in which its finding is shown."""

from __future__ import annotations

from steeple.core.findings.lens.cautions import CAUTIONS
from steeple.core.findings.lens.detail import crop_beyond_recording, detail_lost
from steeple.core.findings.lens.focus import (
    diffraction_soft,
    not_sharp_throughout,
    too_close_to_focus,
)
from steeple.core.findings.lens.frame import keystone, past_table_edge, way_round, zone_cut_off
from steeple.core.findings.lens.gear import aperture_out_of_range, gear_missing, zoom_out_of_range
from steeple.core.findings.lens.head import hands_hide_work, head_in_frame, head_meets_camera
from steeple.core.findings.lens.room import (
    ceiling_in_the_way,
    in_the_work,
    no_hand_room,
    obstacle_in_the_way,
    obstacle_in_view,
    stand_ends,
)
from steeple.core.findings.lens.view import cannot_see_framing, own_view_blocked
from steeple.core.findings.rule import StepRules

LENS_RULES = StepRules(
    step="lens",
    cautions=CAUTIONS,
    rules=(
        gear_missing,
        zoom_out_of_range,
        aperture_out_of_range,
        in_the_work,
        zone_cut_off,
        too_close_to_focus,
        not_sharp_throughout,
        head_in_frame,
        head_meets_camera,
        hands_hide_work,
        ceiling_in_the_way,
        obstacle_in_the_way,
        obstacle_in_view,
        stand_ends,
        no_hand_room,
        detail_lost,
        crop_beyond_recording,
        diffraction_soft,
        keystone,
        past_table_edge,
        way_round,
        own_view_blocked,
        cannot_see_framing,
    ),
)
