# SPDX-License-Identifier: GPL-3.0-or-later
"""How the weather behaves at the invented stations: what a generator needs beside monthly means."""

from msgspec import Struct

Pair = tuple[float, float]
"""In mid-winter and in mid-summer."""


class Habits(Struct, frozen=True):
    """The behaviour of the weather at a station; all figures are invented, after places of its kind.

    Attributes:
        id: of the station.
        kind: of climate, in words.
        latitude: north [°].
        longitude: east [°].
        zone: of its clock [h].
        cloud: monthly mean share of the sky [-].
        spread: standard deviation of daily means about the month's [K].
        swing: of a day under mean cloud [K].
        wet_day: rain on a day that has any [mm].
        lasts: length of rain [h].
        storms: share of rain that storms bring [-].
        wind: mean speed [m/s].
        warm_cloud: correlation of daily warmth with cloud [-].
        warm_wind: of daily wind with warmth [-].
        warm_stays: correlation of daily warmth with that of the day before [-].
        cloud_stays: of daily cloud likewise [-].
        damp_cloud: how ln of vapour pressure goes with cloud [-].
        haze: share of sun that haze takes [-].
        wind_from: prevailing direction [°].
        months_differ: standard deviation of a month's mean from year to year [K].
    """

    id: str
    kind: str
    latitude: float
    longitude: float
    zone: float
    cloud: tuple[float, ...]
    spread: Pair
    swing: Pair
    wet_day: Pair
    lasts: Pair
    storms: Pair
    wind: Pair
    warm_cloud: Pair
    warm_wind: Pair
    warm_stays: float
    cloud_stays: float
    damp_cloud: float
    haze: float
    wind_from: float
    months_differ: float


STATIONS: tuple[Habits, ...] = (
    Habits(
        "tern-point", "maritime", 55.2, -6.5, 0.0,
        cloud=(0.78, 0.75, 0.72, 0.68, 0.66, 0.67, 0.7, 0.7, 0.7, 0.74, 0.78, 0.8),
        spread=(2.8, 1.9), swing=(3.2, 6.5), wet_day=(5.5, 6.0), lasts=(8.0, 6.0),
        storms=(0.0, 0.1), wind=(7.0, 4.6), warm_cloud=(0.3, -0.25), warm_wind=(0.35, -0.1),
        warm_stays=0.75, cloud_stays=0.45, damp_cloud=0.2, haze=0.02,
        wind_from=250.0, months_differ=1.3,
    ),
    Habits(
        "sallow-creek", "cold continental", 44.5, -104.0, -7.0,
        cloud=(0.52, 0.53, 0.53, 0.5, 0.47, 0.38, 0.3, 0.3, 0.34, 0.4, 0.48, 0.51),
        spread=(6.0, 3.2), swing=(10.5, 15.0), wet_day=(2.0, 5.0), lasts=(6.0, 3.0),
        storms=(0.0, 0.6), wind=(4.8, 4.2), warm_cloud=(0.25, -0.45), warm_wind=(0.25, 0.05),
        warm_stays=0.72, cloud_stays=0.4, damp_cloud=0.45, haze=0.0,
        wind_from=290.0, months_differ=2.6,
    ),
    Habits(
        "heron-sluice", "hot-humid", 27.4, -81.0, -5.0,
        cloud=(0.48, 0.48, 0.48, 0.44, 0.48, 0.6, 0.6, 0.6, 0.58, 0.48, 0.46, 0.48),
        spread=(4.2, 1.0), swing=(11.0, 8.5), wet_day=(9.0, 11.5), lasts=(5.0, 3.0),
        storms=(0.1, 0.7), wind=(3.8, 3.0), warm_cloud=(0.1, -0.35), warm_wind=(-0.05, 0.0),
        warm_stays=0.7, cloud_stays=0.4, damp_cloud=0.25, haze=0.05,
        wind_from=130.0, months_differ=1.6,
    ),
    Habits(
        "ochre-flat", "hot-dry", 33.3, -112.5, -7.0,
        cloud=(0.38, 0.36, 0.34, 0.26, 0.2, 0.12, 0.28, 0.26, 0.18, 0.22, 0.28, 0.36),
        spread=(3.2, 1.8), swing=(14.5, 14.0), wet_day=(5.5, 7.0), lasts=(5.0, 2.5),
        storms=(0.0, 0.7), wind=(2.4, 3.4), warm_cloud=(0.2, -0.3), warm_wind=(0.05, 0.05),
        warm_stays=0.76, cloud_stays=0.45, damp_cloud=0.6, haze=0.01,
        wind_from=250.0, months_differ=1.4,
    ),
    Habits(
        "kestrel-saddle", "high mountain", 46.6, 9.9, 1.0,
        cloud=(0.48, 0.5, 0.56, 0.62, 0.66, 0.64, 0.58, 0.58, 0.54, 0.5, 0.52, 0.48),
        spread=(4.6, 3.0), swing=(8.5, 9.5), wet_day=(6.5, 7.5), lasts=(9.0, 5.0),
        storms=(0.0, 0.4), wind=(2.8, 2.6), warm_cloud=(-0.1, -0.55), warm_wind=(0.15, -0.05),
        warm_stays=0.74, cloud_stays=0.45, damp_cloud=0.4, haze=0.0,
        wind_from=310.0, months_differ=1.9,
    ),
    Habits(
        "alder-junction", "mixed", 38.9, -79.0, -5.0,
        cloud=(0.62, 0.6, 0.58, 0.55, 0.54, 0.5, 0.48, 0.47, 0.47, 0.48, 0.57, 0.61),
        spread=(5.0, 2.5), swing=(9.0, 11.0), wet_day=(7.5, 9.0), lasts=(7.0, 3.5),
        storms=(0.0, 0.5), wind=(4.4, 3.0), warm_cloud=(0.25, -0.3), warm_wind=(0.15, 0.0),
        warm_stays=0.66, cloud_stays=0.4, damp_cloud=0.35, haze=0.03,
        wind_from=240.0, months_differ=1.9,
    ),
    Habits(
        "lichen-ford", "subarctic", 65.3, 26.5, 2.0,
        cloud=(0.68, 0.66, 0.62, 0.58, 0.58, 0.57, 0.57, 0.62, 0.68, 0.74, 0.76, 0.72),
        spread=(8.5, 3.4), swing=(7.0, 10.5), wet_day=(2.4, 4.8), lasts=(7.0, 4.0),
        storms=(0.0, 0.3), wind=(3.0, 3.1), warm_cloud=(0.55, -0.35), warm_wind=(0.4, -0.1),
        warm_stays=0.78, cloud_stays=0.42, damp_cloud=0.25, haze=0.02,
        wind_from=200.0, months_differ=3.2,
    ),
    Habits(
        "cardoon-bay", "Mediterranean", -33.8, 18.4, 2.0,
        cloud=(0.28, 0.29, 0.32, 0.42, 0.5, 0.53, 0.51, 0.5, 0.46, 0.4, 0.34, 0.3),
        spread=(1.9, 1.8), swing=(8.5, 9.5), wet_day=(8.5, 5.0), lasts=(6.0, 3.0),
        storms=(0.0, 0.1), wind=(4.0, 5.4), warm_cloud=(0.15, -0.2), warm_wind=(0.05, -0.05),
        warm_stays=0.68, cloud_stays=0.45, damp_cloud=0.25, haze=0.02,
        wind_from=300.0, months_differ=0.9,
    ),
)  # fmt: skip
"""Source: invented for Glacis, each after the published behaviour of climates of its kind; our judgement."""
