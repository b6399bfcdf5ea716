"""Loads: ratings, joints, the second fixing."""

from __future__ import annotations

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.hold.fixes import hold_moves
from steeple.core.findings.rule import rule
from steeple.core.hold.joints import TORQUE_RESERVE, friction_share
from steeple.core.study.base.sentence import Quantity, say
from steeple.core.study.plan_study import CameraStudy


def _g(value: float) -> Quantity:
    return Quantity(value=value, unit="g")


@rule(
    "hold.over-rating",
    name="Over the rating",
    trigger="camera, lens, head and what shares the arm weigh more than its plate allows at this reach",
    harm="Arms droop, clamps slip, tubes bend, and the camera comes down on hands.",
    source="Rating plate; Meriam & Kraige, moments, for the reach",
    fixes=hold_moves,
    moves="after",
)
def over_rating(scene: CameraStudy) -> Judgement | None:
    """The load on the arm, and on column and clamp, against what its plate allows."""
    hold = scene.hold
    if hold is None or hold.loads is None or hold.loads.allowed_g is None:
        return None
    loads, placement = hold.loads, hold.placement
    assert placement is not None
    assert loads.allowed_g is not None
    against = measured(loads.total_g, unit="g", most=loads.allowed_g)
    gear = hold.support.gear
    derated = gear.rated_load_g is not None and loads.allowed_g < gear.rated_load_g - 0.5
    reason = say(
        "Its plate says {rated}"
        + (" at a shorter reach; so far out it bears less." if derated else ".")
        + " Plate and manual rule.",
        rated=_g(gear.rated_load_g or 0.0),
    )
    if loads.total_g > loads.allowed_g:
        return Judgement(
            verdict="fails",
            title=say(
                "Overloaded: {load} hang on it, {most} are allowed at this reach",
                load=_g(loads.total_g), most=_g(loads.allowed_g),
            ),
            reason=reason, measured=against, place="screw",
        )  # fmt: skip
    rated = gear.rated_load_g
    if loads.elsewhere_g and rated is not None and loads.column_g > rated:
        return Judgement(
            verdict="fails",
            title=say(
                "Overloaded: {load} hang on its column and clamp, with what is on other arms; its "
                "plate allows {most}",
                load=_g(loads.column_g),
                most=_g(rated),
            ),
            reason=say(
                "Each arm may bear its own, and the column that carries them all still be too weak. "
                "Plate and manual rule."
            ),
            measured=measured(loads.column_g, unit="g", most=rated),
            place="screw",
        )
    for part in hold.joined.chain.links if hold.joined.chain else ():
        bears = part.piece.rated_load_g
        carried = loads.camera_g + loads.joining_g + loads.others_g
        if bears is not None and carried > bears:
            return Judgement(
                verdict="fails",
                title=say(
                    "Overloaded: {named} is rated for {most}", named=part.piece.name, most=_g(bears)
                ),
                reason=reason,
                measured=measured(carried, unit="g", most=bears),
                place="screw",
            )
    return Judgement(
        verdict="holds",
        title=say(
            "It may carry {spare} more at this reach",
            spare=_g(min(loads.allowed_g - loads.total_g, (rated or 0.0) - loads.column_g)),
        ),
        measured=against,
    )


@rule(
    "hold.rating-unknown",
    name="Rating unknown",
    trigger="the rated load, the reach that it holds for, or a weight on it is not known",
    harm="An unknown rating is no clearance.",
    source="Rating plate and manual",
    fixes=hold_moves,
)
def rating_unknown(scene: CameraStudy) -> Judgement | None:
    """A rating, its reach or a weight that is not known clears nothing."""
    hold = scene.hold
    if hold is None:
        return None
    loads = hold.loads
    if hold.support.gear.rated_load_g is None:
        return Judgement(
            verdict="unknown",
            title=say("Its rated load is not known: not cleared"),
            reason=say(
                "Read the plate on the support or its manual, and type the figure in. Until then "
                "nothing here clears it."
            ),
            place="screw",
            fields=(f"/{hold.support.at}/gear/rated_load_g",),
        )
    if loads is not None and not loads.rating_reach_known:
        return Judgement(
            verdict="unknown",
            title=say("At which reach its rating holds is not known: not cleared"),
            reason=say("Arms are often rated folded in. Its manual says the reach; type it in."),
            place="screw",
            fields=(f"/{hold.support.at}/gear/rated_reach_mm",),
        )
    if loads is not None and loads.unweighed:
        return Judgement(
            verdict="unknown",
            title=say("Not weighed yet: " + ", ".join(loads.unweighed)),
            reason=say("Put it on a kitchen scale; the load is at least what is said."),
            place="screw",
            fields=tuple(
                f"/{hold.support.at}/loads/{index}/mass_g"
                for index, one in enumerate(hold.support.placed.loads)
                if one.mass_g is None
            ),
        )
    return Judgement(verdict="holds", title=say("Its rating is known"))


@rule(
    "hold.joint-slips",
    name="Joint slips",
    trigger="the torque at a joint comes near what it holds, or exceeds it",
    harm="The ball joint droops under the camera, slowly, in the middle of the take.",
    source="Meriam & Kraige, moments; reserve of 1.5 as a planning value of our own",
    fixes=hold_moves,
    moves="after",
)
def joint_slips(scene: CameraStudy) -> Judgement | None:
    """The torque at every joint against what it holds."""
    hold = scene.hold
    if hold is None or not hold.torques:
        return None
    known = [one for one in hold.torques if one.holds_n_m is not None]
    missing = [one.name for one in hold.torques if one.holds_n_m is None]
    if known:
        worst = max(
            known, key=lambda one: friction_share(torque=one.torque_n_m, holds=one.holds_n_m or 0)
        )
        holds = worst.holds_n_m or 0.0
        against = measured(worst.torque_n_m, unit="n_m", most=holds)
        share = friction_share(torque=worst.torque_n_m, holds=holds)
        if share > 1:
            return Judgement(
                verdict="fails",
                title=say("The {named} slips: {torque} turn it, it holds {holds}", named=worst.name,
                    torque=against.quantity, holds=against.limit,
                ),
                reason=say("A shorter arm, a counterweight or a lighter camera takes torque off it."),
                measured=against, place="screw",
            )  # fmt: skip
        if share * TORQUE_RESERVE > 1:
            return Judgement(
                verdict="watch",
                title=say("The {named} is near its limit: {torque} of {holds}", named=worst.name,
                    torque=against.quantity, holds=against.limit,
                ),
                reason=say("Joints that hold by friction creep near their limit, over minutes."),
                measured=against, place="screw",
            )  # fmt: skip
    if missing:
        return Judgement(
            verdict="unknown",
            title=say("What its " + ", ".join(missing) + " holds is not known"),
            reason=say("Its manual may say the torque, in newton metres."),
            place="screw",
        )
    return Judgement(
        verdict="holds", title=say("Its joints hold with something to spare"), measured=against
    )


@rule(
    "hold.no-second-fixing",
    name="No second fixing",
    trigger="what hangs over hands, food or an instrument has no tether",
    harm="When the one joint lets go, it falls on somebody.",
    source="Usual practice for loads over people; local codes rule",
    fixes=hold_moves,
)
def no_second_fixing(scene: CameraStudy) -> Judgement | None:
    """What hangs over people, food or an instrument has a second fixing."""
    hold = scene.hold
    if hold is None or not hold.over_people_or_food:
        return None
    if hold.support.placed.tether:
        return Judgement(verdict="holds", title=say("A second fixing keeps it from falling"))
    return Judgement(
        verdict="watch",
        title=say("No second fixing: one joint keeps it over your hands"),
        reason=say(
            "A tether from camera or clamp to something that bears it, short enough that it stops "
            "above hands and head."
        ),
        place="screw",
    )
