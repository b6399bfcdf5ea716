"""The numbers that go into formulas, by symbol, each marked where it was assumed."""

from __future__ import annotations

from dataclasses import dataclass

from steeple.core.study.base.figure import Numbers, Put
from steeple.core.study.lens.study import LensStudy, Sight

WITHOUT_SIGHT: frozenset[str] = frozenset(
    ("lens.height", "lens.least_height", "lens.greatest_height")
)
"""What is known of a lens that hangs inside the work."""


@dataclass(frozen=True, slots=True)
class LensNumbers(Numbers[LensStudy]):
    """The numbers that formulas of the lens take, by symbol."""

    def knows(self, key: str) -> bool:
        """Without a picture only what bounds the height is known."""
        return self.study.sight is not None or key in WITHOUT_SIGHT

    @property
    def sight(self) -> Sight:
        """What the camera sees; only asked for where it sees something."""
        assert self.study.sight is not None
        return self.study.sight

    def _camera(self, field: str) -> str:
        return f"{self.study.camera.at}/{field}"

    def height(self) -> tuple[Put, ...]:
        """H, marked where the height was chosen here."""
        at = self._camera("position/z_mm")
        if self.study.looks_down:
            return self.put("H", "lens above the table", self.study.height_mm, "mm", at)
        meaning = "lens to the middle of the work, along the axis"
        return self.put("H", meaning, self.sight.middle_mm, "mm", at)

    def top(self) -> tuple[Put, ...]:
        """t, the tallest point; of a target how deep it is, which follows from its own figures."""
        work = self.study.work
        if work.target is not None:
            return self.put("t", "how deep the target is before its far face", work.top_mm, "mm")
        return self.put("t", "tallest point of the work", work.top_mm, "mm", "work/zone_top_mm")

    def focal(self) -> tuple[Put, ...]:
        """f; nothing for a fixed view."""
        focal = self.study.settings.focal_mm
        if focal is None:
            return ()
        return self.put("f", "zoom setting", focal, "mm_exact", self._camera("focal_mm"))

    def focus(self) -> tuple[Put, ...]:
        """u, to the plane of focus."""
        return self.put("u", "lens to focus plane", self.sight.focus_distance_mm, "mm")

    def image(self) -> tuple[Put, ...]:
        """Focal length, focus distance and image distance; nothing of it for a fixed view."""
        if self.study.settings.focal_mm is None:
            return ()
        v = self.study.framing.mark_behind(self.sight.middle_mm)
        return (
            self.focal()
            + self.focus()
            + self.put("v", "image distance f·u ÷ (u − f)", v, "mm_exact")
        )

    def extent(self, *, across: bool) -> tuple[Put, ...]:
        """Active sensor extent, or tangent of the half angle, along the picture's width or height."""
        camera = self.study.camera
        if camera.area_mm is not None:
            value = camera.area_mm.width if across else camera.area_mm.height
            name = "active sensor width" if across else "active sensor height"
            return self.put("w" if across else "h", name + " after crops", value, "mm_exact")
        assert camera.fixed_view is not None
        tangents = camera.fixed_view.tangents
        value = tangents.width if across else tangents.height
        at = self._camera("body/view/stabilisation_crop")
        return self.put("tan α", "tangent of half the field of view", value, "ratio", at)

    def aperture(self) -> tuple[Put, ...]:
        """N and c; nothing where they are not known."""
        n, coc = self.study.settings.f_number, self.study.settings.coc_mm
        if n is None or coc is None:
            return ()
        circle = "two delivered pixels" if self.study.camera.critical else "active diagonal ÷ 1500"
        return self.put("N", "f-number", n, "f_number", self._camera("f_number")) + self.put(
            "c", f"circle of confusion, {circle}", coc, "mm_exact"
        )

    def ratio(self) -> tuple[Put, ...]:
        """m; nothing for a fixed view."""
        ratio = self.sight.magnification
        return () if ratio is None else self.put("m", "magnification", ratio, "ratio")

    def delivery(self) -> tuple[Put, ...]:
        """P, across the published picture."""
        return self.put(
            "P",
            "pixels across the published picture",
            self.study.work.delivery_px.width,
            "px",
            "delivery/width_px",
        )

    def detail(self) -> tuple[Put, ...]:
        """s, the finest detail."""
        work = self.study.work
        at = (
            "work/finest_detail_mm"
            if work.target is None
            else self._camera("target/finest_detail_mm")
        )
        return self.put("s", "finest detail", work.detail_mm, "mm_exact", at)

    def rim_parts(self) -> tuple[Put, ...]:
        """b, from the sensor mark to the front rim."""
        return self.put(
            "b",
            "sensor mark to front rim: flange distance and lens length",
            self.study.camera.rim_from_mark_mm,
            "mm_exact",
            self._camera("body/flange_mm"),
            self._camera("lens/length_mm"),
        )
