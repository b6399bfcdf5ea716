"""Alarms of a session as an iCalendar file (RFC 5545), for any calendar with an alarm clock in it."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime, timedelta

from icalendar import Alarm as IcsAlarm
from icalendar import Calendar, Event

from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.roll.getting_up.report import AlarmRow
from steeple.core.units import moment_words


def alarms_ics(
    title: str, begins: datetime, alarms: Sequence[AlarmRow], *, stamp: datetime
) -> bytes:
    """An event for each alarm, at the moment at which something is to be done, that rings ahead of it.

    Parameters
    ----------
    title
        of the plan.
    begins
        start of the session, local time without a zone: it rings by the clock on the wall.
    alarms
        in order.
    stamp
        when the file is made, aware.
    """
    calendar = Calendar()
    calendar.add("prodid", "-//Steeple//roll//EN")
    calendar.add("version", "2.0")
    for number, one in enumerate(alarms, start=1):
        says = sentence_words(one.says, "cm")
        till = "" if one.till_s is None else f" By {moment_words(one.till_s)} at the latest."
        event = Event()
        event.add("uid", f"{begins:%Y%m%dT%H%M%S}-{number}@steeple")
        event.add("dtstamp", stamp)
        event.add("dtstart", begins + timedelta(seconds=one.at_s))
        event.add("duration", timedelta(minutes=1))
        event.add("summary", says)
        event.add("description", f"{title}: {moment_words(one.at_s)} after the start.{till}")
        rings = IcsAlarm()
        rings.add("action", "DISPLAY")
        rings.add("description", says)
        rings.add("trigger", timedelta(seconds=one.rings_s - one.at_s))
        event.add_component(rings)
        calendar.add_component(event)
    return bytes(calendar.to_ical())
