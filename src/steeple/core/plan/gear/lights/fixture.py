"""A lamp by kind and figures."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType
from typing import Literal, Self

from pydantic import Field, model_validator

from steeple.core.errors import DocumentError
from steeple.core.light.ies import read_ies
from steeple.core.plan.gear.words import MASS, NAME, FieldWords
from steeple.core.plan.values import (
    CctK,
    EnergyWh,
    ExtentMm,
    FluxLm,
    IesText,
    IlluminanceLx,
    LearnedShare,
    LevelDb,
    LightAngleDeg,
    MassG,
    Name,
    Part,
    Percent,
    PowerW,
)


class Fixture(Part):
    """A lamp. Either the flux or the illuminance at one metre says how bright it is."""

    name: Name
    emitter: Literal["rectangle", "disc", "ring", "bulb", "shaded bulb", "spot"]
    width_mm: ExtentMm | None = Field(default=None, description="Or the diameter.")
    height_mm: ExtentMm | None = None
    flux_lm: FluxLm | None = None
    illuminance_at_1_m_lx: IlluminanceLx | None = None
    beam_deg: LightAngleDeg | None = Field(
        default=None, description="Full angle at which half the intensity is left."
    )
    cct_k: CctK | None = Field(default=None, description="Colour temperature, or its lower end.")
    cct_warmest_to_k: CctK | None = Field(
        default=None, description="Upper end where the colour temperature can be set."
    )
    colour_rendering: Percent | None = None
    least_level_percent: Percent | None = Field(
        default=None, description="Lowest setting of its dimmer; 100 = cannot be dimmed."
    )
    flicker: Literal["free", "mains"] | None = None
    remote: bool | None = None
    mass_g: MassG | None = None
    power_w: PowerW | None = None
    battery_wh: EnergyWh | None = Field(
        default=None, description="Of a lamp that runs on a battery of its own."
    )
    learned_light_share: LearnedShare | None = Field(
        default=None,
        description="Learned from the log: the light that it gives by what its figures say.",
    )
    noise_db: LevelDb | None = Field(
        default=None, description="Its fan at one metre, dB(A); 0 = none."
    )
    ies: IesText | None = Field(
        default=None, description="Its IES LM-63 file, whole: what it gives in every direction."
    )

    @model_validator(mode="after")
    def _ies_is_read(self) -> Self:
        if self.ies is not None:
            try:
                read_ies(self.ies)
            except DocumentError as error:
                raise ValueError(error.sentence) from error
        return self


FIXTURE_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        "ies": FieldWords("IES file", "what it gives in every direction, as measured"),
        "name": NAME,
        "emitter": FieldWords("Shape of the light"),
        "width_mm": FieldWords("Width or diameter", "of what glows"),
        "height_mm": FieldWords("Height", "of what glows"),
        "flux_lm": FieldWords("Luminous flux", "on the box"),
        "illuminance_at_1_m_lx": FieldWords("Light at one metre", "measured or in the manual"),
        "beam_deg": FieldWords("Beam angle", "full, to half the intensity"),
        "cct_k": FieldWords("Colour temperature", "or its lower end"),
        "cct_warmest_to_k": FieldWords("Colour temperature up to", "where it can be set"),
        "colour_rendering": FieldWords("Colour rendering index", "below 90 is poor"),
        "least_level_percent": FieldWords("Lowest dimmer setting", "100 cannot be dimmed"),
        "flicker": FieldWords("Flicker"),
        "remote": FieldWords("Set from a distance"),
        "mass_g": MASS,
        "power_w": FieldWords("Power", "on the rating plate"),
        "battery_wh": FieldWords("Battery", "of a lamp that has its own"),
        "learned_light_share": FieldWords(
            "Learned: it gives", "times the light of its figures; empty = as they say"
        ),
        "noise_db": FieldWords("Noise of its fan", "at one metre, dB(A); 0 none"),
    }
)
