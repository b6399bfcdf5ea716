"""Every rule, in the order in which its finding is shown."""

from __future__ import annotations

from steeple.core.findings.finding import Rule
from steeple.core.findings.rules import (
    aperture_out_of_range,
    ceiling_in_the_way,
    crop_beyond_recording,
    detail_lost,
    gear_missing,
    in_the_work,
    no_hand_room,
    not_sharp_throughout,
    past_table_edge,
    too_close_to_focus,
    way_round,
    zone_cut_off,
    zone_off_table,
    zoom_out_of_range,
)

RULES: tuple[Rule, ...] = (
    zone_off_table.RULE,
    gear_missing.RULE,
    zoom_out_of_range.RULE,
    aperture_out_of_range.RULE,
    in_the_work.RULE,
    zone_cut_off.RULE,
    too_close_to_focus.RULE,
    not_sharp_throughout.RULE,
    ceiling_in_the_way.RULE,
    no_hand_room.RULE,
    detail_lost.RULE,
    crop_beyond_recording.RULE,
    past_table_edge.RULE,
    way_round.RULE,
)
