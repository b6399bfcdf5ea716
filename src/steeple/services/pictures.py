"""What the lens sees, as a file."""

from __future__ import annotations

from steeple.core.errors import InputError
from steeple.core.plan.document import Plan
from steeple.core.study.assumptions import Assumptions
from steeple.core.study.given import given_work
from steeple.core.study.given_camera import given_camera
from steeple.core.study.lens import study_lens
from steeple.core.study.picture import picture_of
from steeple.formats.picture_png import write_png


def picture_file(plan: Plan, *, camera: int, width_px: int, quality: str, pose: int) -> bytes:
    """What a camera of a plan sees, as PNG.

    Raises
    ------
    InputError
        ``no-picture`` where camera or lens are missing, or the lens hangs in the work.
    """
    work = given_work(plan, Assumptions())
    given = None
    if camera < len(plan.cameras):
        given = given_camera(plan.cameras[camera], camera, work, Assumptions())
    if given is None:
        raise InputError(
            "no-picture",
            "Choose a camera and a lens first: then there is a picture.",
            field="camera",
            value=camera,
        )
    study = study_lens(given, work, Assumptions())
    return write_png(picture_of(study, width_px=width_px, quality=quality, pose=pose))
