"""What the lens sees, as a file."""

from __future__ import annotations

from steeple.core.errors import InputError
from steeple.core.plan.document import Plan
from steeple.core.study.cache import StudyCache
from steeple.core.study.picture.picture import picture_of
from steeple.core.study.plan_study import camera_studies
from steeple.formats.picture_png import write_png


def picture_file(
    plan: Plan,
    *,
    camera: int,
    width_px: int,
    quality: str,
    pose: int,
    cache: StudyCache | None = None,
) -> bytes:
    """What a camera of a plan sees, as PNG.

    Raises
    ------
    InputError
        ``no-picture`` where camera or lens are missing, or the lens hangs in the work.
    """
    scenes = camera_studies(plan, cache=cache)
    scene = scenes[camera] if camera < len(plan.cameras) else None
    if scene is None or scene.lens is None:
        raise InputError(
            "no-picture",
            "Choose a camera and a lens first: then there is a picture.",
            field="camera",
            value=camera,
        )
    gear = () if scene.angles is None else scene.angles.intrusions
    return write_png(
        picture_of(
            scene.lens,
            width_px=width_px,
            quality=quality,
            pose=pose,
            light=scene.light,
            gear=[one.thing for one in gear],
        )
    )
