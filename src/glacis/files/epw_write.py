# SPDX-License-Identifier: GPL-3.0-or-later
"""Weather years written as EPW."""

import csv
import io

from glacis.core.climate.year import DAYS, ENDS, month_of
from glacis.core.weather.hours import HOURS, WeatherYear, dew_point

UNKNOWN = {
    10: "9999", 11: "9999", 16: "999999", 17: "999999", 18: "999999", 19: "9999", 23: "99", 24: "9999", 25: "99999",
    26: "9", 27: "999999999", 28: "999", 29: "0.999", 30: "999", 31: "99", 32: "999", 34: "99",
}  # fmt: skip
"""Codes of what is not known, by column from 0."""


def write_epw(year: WeatherYear, city: str, country: str = "-") -> bytes:
    """A year as a file that reads back the same to the digits of the format."""
    out = io.StringIO()
    place = year.place
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(
        (
            "LOCATION", city, "-", country, "invented" if "nvented" in year.source else "Glacis", "-",
            f"{place.latitude:.4f}", f"{place.longitude:.4f}", f"{place.zone:.2f}", f"{year.elevation:.1f}",
        )
    )  # fmt: skip
    for line in (
        ("DESIGN CONDITIONS", 0), ("TYPICAL/EXTREME PERIODS", 0), ("GROUND TEMPERATURES", 0),
        ("HOLIDAYS/DAYLIGHT SAVINGS", "No", 0, 0, 0), ("COMMENTS 1", year.source), ("COMMENTS 2", ""),
        ("DATA PERIODS", 1, 1, "Data", "Sunday", " 1/ 1", "12/31"),
    ):  # fmt: skip
        writer.writerow(line)
    dew, humidity = dew_point(year.vapour), 100 * year.humidity
    for hour in range(HOURS):
        day = hour // 24
        month = month_of(day)
        row = [""] * 35
        for index, code in UNKNOWN.items():
            row[index] = code
        row[:6] = [
            "2023",
            str(month + 1),
            str(day - ENDS[month] + DAYS[month] + 1),
            str(hour % 24 + 1),
            "60",
            "-",
        ]
        row[6], row[7] = f"{year.temperature[hour]:.2f}", f"{dew[hour]:.2f}"
        row[8], row[9] = f"{humidity[hour]:.1f}", f"{year.pressure[hour]:.0f}"
        row[12], row[13] = f"{year.sky[hour]:.1f}", f"{year.sun[hour]:.1f}"
        row[14], row[15] = f"{year.beam[hour]:.1f}", f"{year.diffuse[hour]:.1f}"
        row[20], row[21] = f"{year.wind_from[hour]:.0f}", f"{year.wind[hour]:.2f}"
        row[22] = f"{10 * year.cloud[hour]:.0f}"
        row[33] = f"{year.rain[hour]:.2f}" if year.rain_known else "999"
        out.write(",".join(row) + "\r\n")
    return out.getvalue().encode("utf-8")
