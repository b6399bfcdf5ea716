"""What stops by itself, and when nothing that must run does."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from steeple.core.findings.finding import Judgement, Verdict, measured
from steeple.core.findings.roll.fixes import (
    both,
    cool_in_a_pause,
    get_up_in_time,
    larger_cards,
    more_energy,
    session_of,
    smaller_files,
    with_spares,
)
from steeple.core.findings.rule import Proposal, rule
from steeple.core.plan.changes import Change
from steeple.core.plan.parts.rolling.session import Break
from steeple.core.roll.coverage import common
from steeple.core.study.base.sentence import Sentence, dotted, say
from steeple.core.study.plan_study import CameraStudy
from steeple.core.study.roll.given.devices import GivenDevice
from steeple.core.study.roll.study import RollStudy, Stop
from steeple.core.study.roll.words import WHY_WORDS, capital, moment, names_of, span

LISTED = 4


def also(stops: Sequence[Stop]) -> Sentence:
    """The other stops in one line."""
    rest = [
        say(
            "{name} at {at}: {why}",
            name=one.device.name,
            at=moment(one.early_s),
            why=WHY_WORDS[one.why],
        )
        for one in stops[1 : 1 + LISTED]
    ]
    return (say(" Then ") + dotted(rest) + say(".")) if rest else ()


def stopped(
    stops: Sequence[Stop], title: Sentence, reason: Sentence, verdict: Verdict = "fails"
) -> Judgement:
    """What is judged of devices that stop before they are to: the first with its moment against when it is to
    end, and the others in one line."""
    first = stops[0]
    return Judgement(
        verdict=verdict,
        title=title,
        reason=reason + also(stops),
        measured=measured(first.early_s, unit="moment", least=first.at_s + first.gap_s),
        place=first.device.key,
    )


@rule(
    "roll.stops",
    name="Stops by itself",
    trigger="a camera or recorder reaches its recording limit or its largest file before it is to end, and "
    "nobody starts it anew before",
    harm="Half a session is lost, and nobody noticed.",
    source="Manuals: recording limit and largest file; Banks et al., Discrete-Event System Simulation",
    when=session_of,
    fixes=lambda scene: _longer_takes(scene),
    once=True,
)
def stops_by_itself(study: RollStudy) -> Judgement | None:
    """Whether everything that records goes on until it is to end."""
    found = [
        one for one in study.stops if one.sure and one.why in ("recording limit", "file limit")
    ]
    if not found:
        return Judgement(verdict="holds", title=say("No limit of time or file ends a take"))
    first = found[0]
    return stopped(
        found,
        say(
            "{name} stops by itself at {at}: {why}",
            name=capital(first.device.name), at=moment(first.at_s), why=WHY_WORDS[first.why],
        ),
        say("Stop and start it yourself before that, in a break or while another camera runs."),
    )  # fmt: skip


def _longer_takes(scene: CameraStudy) -> Iterator[Proposal]:
    yield from get_up_in_time(scene)
    yield from with_spares(scene)
    yield from smaller_files(scene)


def _cooler(scene: CameraStudy) -> Iterator[Proposal]:
    yield from get_up_in_time(scene)
    yield from cool_in_a_pause(scene)


@rule(
    "roll.silent-stop",
    name="Silent stop",
    trigger="something stops by itself, and neither it nor an alarm tells",
    harm="The hands go on working before a camera that has stopped.",
    source="Manuals: what is heard or seen when recording ends",
    when=session_of,
    fixes=get_up_in_time,
    once=True,
)
def silent_stop(study: RollStudy) -> Judgement | None:
    """Whether somebody hears of a stop."""
    silent = [one for one in study.stops if one.silent and one.sure and one.device.records]
    if not any(one.records for one in study.devices):
        return None
    if not silent:
        return Judgement(verdict="holds", title=say("Nothing stops without a sign"))
    names = names_of(list(dict.fromkeys(one.device for one in silent)))
    return Judgement(
        verdict="watch",
        title=say("Nothing tells that {names} stopped", names=names),
        reason=say(
            "Plan a restart with an alarm, or look at its figures now and then. Say in the cupboard "
            "whether it tells by sound or light."
        ),
        place=silent[0].device.key,
    )


@rule(
    "roll.nothing-rolls",
    name="Nothing is recorded",
    trigger="outside of breaks no camera runs, or the one that must always run does not, for longer than a "
    "restart or a change takes",
    harm="What happened then is in no picture.",
    source="Banks et al., Discrete-Event System Simulation",
    when=session_of,
    fixes=lambda scene: _something_runs(scene),
    once=True,
)
def nothing_rolls(study: RollStudy) -> Judgement | None:
    """Whether something runs all the time."""
    if not study.cameras:
        return None
    if not study.missed:
        return Judgement(
            verdict="holds",
            title=say("Something runs all the time")
            if study.main is None
            else say("{name} runs all the time", name=capital(study.main.name)),
        )
    start, end = study.missed[0]
    lost = sum(last - first for first, last in study.missed)
    who = "Nothing is filmed" if study.main is None else "{name} stands still"
    behind = [one for one in study.stops if one.device.kind == "camera"]
    return Judgement(
        verdict="unknown" if behind and not any(one.sure for one in behind) else "fails",
        title=say(
            who + " from {start} to {end}",
            name="" if study.main is None else capital(study.main.name),
            start=moment(start), end=moment(end),
        ),
        reason=say("{lost} are missing in all, outside of breaks.", lost=span(lost)),
        measured=measured(lost, unit="span", most=0.0),
        place="roll",
    )  # fmt: skip


def _something_runs(scene: CameraStudy) -> Iterator[Proposal]:
    yield from get_up_in_time(scene)
    yield from both(larger_cards(scene), more_energy(scene))
    yield from more_energy(scene)
    yield from with_spares(scene)
    yield from smaller_files(scene)
    yield from cool_in_a_pause(scene)


@rule(
    "roll.restart-in-stage",
    name="Restart in the middle of a stage",
    trigger="the only camera that runs is stopped by hand outside of a break",
    harm="The one good moment falls into the gap.",
    source="Planning value: a gap by hand takes seconds, and is seen in the cut",
    when=session_of,
    fixes=lambda scene: _pause_for_it(scene),
    once=True,
)
def restart_in_stage(study: RollStudy) -> Judgement | None:
    """Whether restarts fall where nothing is missed."""
    gaps = [one for one in study.bare if one not in study.missed]
    if not study.planned:
        return None
    if not gaps:
        return Judgement(verdict="holds", title=say("Nothing is missed while you get up"))
    start, end = gaps[0]
    stage = study.session.stage_at(start)
    return Judgement(
        verdict="watch",
        title=say(
            "At {at} nothing is filmed for {gap}" + (", in the middle of {stage}" if stage else ""),
            at=moment(start), gap=span(end - start), stage=stage,
        ),
        reason=say("Let the work rest while you get up, or let a second camera run over it."),
        measured=measured(end - start, unit="span", most=0.0),
        place="roll",
    )  # fmt: skip


def _pause_for_it(scene: CameraStudy) -> Iterator[Proposal]:
    """A short break at each restart that falls outside of one."""
    study = session_of(scene)
    if study is None:
        return
    yield from get_up_in_time(scene)
    breaks = list(scene.plan.session.breaks)
    added = 0
    for one in study.planned:
        at = one.at_s, one.at_s + max(60, one.takes_s)
        if one.in_break or any(
            common([at], [(int(each.at_min * 60), int((each.at_min + each.takes_min) * 60))])
            for each in breaks
        ):
            continue
        breaks.append(Break(name="restart", at_min=one.at_s / 60, takes_min=(at[1] - at[0]) / 60))
        added += 1
    if added:
        breaks.sort(key=lambda one: one.at_min)
        yield Proposal(
            action=say(
                "Pause for a minute each time you get up" if added > 1 else
                "Pause for a minute when you get up"
            ),
            changes=(
                Change(
                    path="/session/breaks", value=[one.model_dump(mode="json") for one in breaks]
                ),
            ),
        )  # fmt: skip


@rule(
    "roll.heat",
    name="Stops for heat",
    trigger="a camera has stopped for heat after less time than it is to run; unknown where it was never tried "
    "for so long",
    harm="It switches itself off in the middle of the take, and does not come back until it is cold.",
    source="Experience with the camera at hand; manuals rule",
    when=session_of,
    fixes=lambda scene: _cooler(scene),
    once=True,
)
def heat(study: RollStudy) -> Judgement | None:
    """Whether cameras stay cool long enough."""
    hot = [one for one in study.stops if one.why == "heat"]
    if hot:
        first = hot[0]
        return stopped(
            hot,
            say("{name} stops for heat at {at}", name=capital(first.device.name), at=moment(first.at_s)),
            say("Switch it off in a break until it is cold, keep the sun and lamps off it, open its screen."),
        )  # fmt: skip
    if not study.cameras:
        return None
    untried = [
        one
        for one in study.cameras
        if one.device.heat_limit_s is None
        and ("heat" in one.gaps or (one.cool_s is not None and one.cool_s < _longest(study, one)))
    ]
    if untried:
        return Judgement(
            verdict="unknown",
            title=say("Whether {names} stops for heat is not known" if len(untried) == 1 else
                      "Whether {names} stop for heat is not known", names=names_of(untried)),
            reason=say(
                "Let it run once as long as this, under the lamps, in the warm room, and write down how "
                "long it ran."
            ),
            fields=tuple(f"/{one.at}/body/runs_cool_s" for one in untried),
            place=untried[0].key,
        )  # fmt: skip
    return Judgement(verdict="holds", title=say("No camera stops for heat, as far as tried"))


def _longest(study: RollStudy, device: GivenDevice) -> int:
    """The longest that a camera runs without a pause."""
    return max((seg.end_s - seg.start_s for seg in study.run.of(device.key)), default=0)


@rule(
    "roll.file-unknown",
    name="Largest file not tried",
    trigger="a take grows past the largest file, and whether a new one follows is not known",
    harm="It may stop there, or go on: the plan counts on the worse.",
    source="Manuals: largest file",
    when=session_of,
    fixes=get_up_in_time,
    once=True,
)
def file_unknown(study: RollStudy) -> Judgement | None:
    """Whether it is known what happens at the largest file."""
    found = [one for one in study.stops if not one.sure]
    if not found:
        if not any(one.device.file_limit_bytes is not None for one in study.devices):
            return None
        return Judgement(verdict="holds", title=say("What happens at the largest file is known"))
    first = found[0]
    return Judgement(
        verdict="unknown",
        title=say("Whether {name} goes on in a new file at {at} is not known",
                  name=first.device.name, at=moment(first.at_s)),
        reason=say("Film past it once and count the files. Until then it is taken to stop."),
        fields=(f"/{first.device.at}/{'body' if first.device.kind == 'camera' else 'gear'}/goes_on_after_file",),
        place=first.device.key,
    )  # fmt: skip
