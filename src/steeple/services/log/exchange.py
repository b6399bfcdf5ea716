"""Use case: the log out and in, tables and markers, and the pictures of checks."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import timedelta
from io import BytesIO

from PIL import Image, ImageOps

from steeple.core.errors import InputError
from steeple.core.plan.words import camera_names
from steeple.core.record.session import session_of
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.inputs.work import given_work
from steeple.formats.log.log_json import (
    LogDocument,
    SessionTold,
    SwitchedOff,
    read_log,
    write_log,
)
from steeple.formats.log.markers import write_otio
from steeple.formats.log.tables import write_marks_csv, write_takes_csv
from steeple.formats.picture_file import read_picture
from steeple.services.log.learning import refresh
from steeple.services.plans import Clock, new_id
from steeple.store.database import Database
from steeple.store.gear import GearRepository
from steeple.store.learned import LearnedRepository
from steeple.store.log import LogRepository
from steeple.store.pictures import PictureRepository, StoredPicture
from steeple.store.plans import PlanRepository

PICTURE_PX, PICTURE_QUALITY = 640, 80
KEPT_DAYS = (1, 3650)


@dataclass(frozen=True, slots=True)
class LogTaken:
    """What became of a file: how many sessions and pairs are new."""

    sessions: int
    events: int
    pairs: int


@dataclass(frozen=True, slots=True)
class ExchangeService:
    """The log in and out. ``clock`` gives aware times."""

    database: Database
    clock: Clock

    def _now(self) -> str:
        return self.clock().isoformat(timespec="milliseconds")

    def as_json(self) -> str:
        """The whole log; pictures are not in it."""
        with self.database.reading() as connection:
            log, learned = LogRepository(connection), LearnedRepository(connection)
            return write_log(
                LogDocument(
                    sessions=tuple(
                        SessionTold(
                            id=one.id, plan_id=one.plan_id, plan_title=one.plan_title,
                            events=tuple(log.events(one.id)),
                        )
                        for one in log.all_ids()
                    ),
                    pairs=tuple(learned.pairs()),
                    switched_off=tuple(
                        SwitchedOff.model_validate({"figure": figure, "of": of})
                        for figure, of in sorted(learned.switched_off())
                    ),
                )
            )  # fmt: skip

    def take_in(self, content: bytes) -> LogTaken:
        """Put the log of a file to what is there; what is there already counts once.

        Raises
        ------
        DocumentError, PlanRefused
            As `read_log`; nothing is changed then.
        """
        document = read_log(content)
        at = self._now()
        sessions = events = 0
        with self.database.writing() as connection:
            log = LogRepository(connection)
            for told in document.sessions:
                new = log.find_session(told.id) is None
                count = log.hear(told.id, told.events, at=at)
                record = session_of(log.events(told.id))
                if count and record is not None:
                    log.put_session(told.id, told.plan_id, told.plan_title, record, at=at)
                    sessions += new
                    events += count
            learned = LearnedRepository(connection)
            there = {one.id for one in learned.pairs()}
            learned.put_pairs(document.pairs)
            for off in document.switched_off:
                learned.switch(off.figure, off.of, on=False, at=at)
            keys = {(one.figure, one.of) for one in document.pairs}
            refresh(learned, GearRepository(connection), keys, at=at)
        return LogTaken(sessions, events, sum(one.id not in there for one in document.pairs))

    def takes_csv(self) -> str:
        """Every take as a table."""
        with self.database.reading() as connection:
            log = LogRepository(connection)
            return write_takes_csv(
                (one.id, one.plan_title, one.record) for one in log.sessions(most=100_000)
            )

    def marks_csv(self, session_id: str) -> tuple[str, str]:
        """Title of the plan, and the marks of a session by time code."""
        with self.database.reading() as connection:
            stored = LogRepository(connection).session(session_id)
            rate = _rate(PlanRepository(connection), stored.plan_id, stored.record.revision)[0]
            return stored.plan_title, write_marks_csv(stored.record, rate)

    def otio(self, session_id: str) -> tuple[str, str]:
        """Title of the plan, and the session as a timeline."""
        with self.database.reading() as connection:
            stored = LogRepository(connection).session(session_id)
            plans = PlanRepository(connection)
            rate, cameras = _rate(plans, stored.plan_id, stored.record.revision)
            return stored.plan_title, write_otio(
                stored.plan_title, session_id, stored.record, rate_hz=rate, cameras=cameras
            )

    def keep_picture(
        self, content: bytes, *, plan_id: str, says: str, session_id: str | None = None
    ) -> str:
        """Keep a small copy of a picture, without anything that a camera wrote into the file; gives its id.

        Raises
        ------
        InputError
            Where it is no picture, or too large.
        """
        picture = read_picture(content, "picture").picture
        small = ImageOps.contain(Image.fromarray(picture), (PICTURE_PX, PICTURE_PX))
        out = BytesIO()
        small.convert("RGB").save(out, "JPEG", quality=PICTURE_QUALITY)
        picture_id = new_id()
        with self.database.writing() as connection:
            PlanRepository(connection).at(plan_id, 1)
            PictureRepository(connection).put_picture(
                picture_id, plan_id=plan_id, session_id=session_id, says=says, taken_at=self._now(),
                content=out.getvalue(),
            )  # fmt: skip
        return picture_id

    def pictures(self, plan_id: str | None = None) -> list[StoredPicture]:
        """Pictures that are kept, the newest first."""
        with self.database.reading() as connection:
            return PictureRepository(connection).pictures(plan_id)

    def picture(self, picture_id: str) -> bytes:
        """A picture, JPEG."""
        with self.database.reading() as connection:
            return PictureRepository(connection).picture(picture_id)

    def drop_picture(self, picture_id: str) -> None:
        """Remove a picture for good."""
        with self.database.writing() as connection:
            PictureRepository(connection).drop_picture(picture_id)

    def keep_days(self, days: int) -> int:
        """Remove every picture that is older; says how many.

        Parameters
        ----------
        days
            1 to 3650.

        Raises
        ------
        InputError
            ``out-of-range``.
        """
        if not KEPT_DAYS[0] <= days <= KEPT_DAYS[1]:
            raise InputError(
                "out-of-range",
                f"Pictures are kept for {KEPT_DAYS[0]} to {KEPT_DAYS[1]} days, not {days}.",
                field="days", value=days, allowed=f"{KEPT_DAYS[0]} to {KEPT_DAYS[1]}",
            )  # fmt: skip
        before = (self.clock() - timedelta(days=days)).isoformat(timespec="milliseconds")
        with self.database.writing() as connection:
            return PictureRepository(connection).drop_pictures_before(before)


def _rate(plans: PlanRepository, plan_id: str, revision: int) -> tuple[float, list[str]]:
    """Frames a second that a plan films at a revision, and what its cameras are called."""
    plan = plans.at(plan_id, revision)
    return given_work(plan, Assumptions()).frame_rate_hz, list(camera_names(plan.cameras).values())
