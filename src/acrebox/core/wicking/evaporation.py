"""Reference evapotranspiration of a day: Allen, Pereira, Raes and Smith, Crop evapotranspiration, FAO
Irrigation and Drainage Paper 56 (1998); the equation beside every line.
"""

from math import acos, cos, exp, log, pi, sin, sqrt, tan

SOLAR_CONSTANT = 0.0820
"""MJ m⁻² min⁻¹."""
STEFAN_BOLTZMANN = 4.903e-9
"""MJ K⁻⁴ m⁻² day⁻¹."""
ALBEDO = 0.23
"""Of the reference crop of grass."""
LATENT_HEAT = 0.408
"""Evaporation [mm] of a MJ a m²."""
KELVIN = 273.16
USUAL_WIND = 2.0
"""m/s, where nobody measured it (p. 63)."""
LEAST_WIND = 0.5


def saturation(t: float) -> float:
    """Saturation vapour pressure [kPa] at a temperature [°C], Eq. 11."""
    return 0.6108 * exp(17.27 * t / (t + 237.3))


def slope(t: float) -> float:
    """Slope of the saturation vapour pressure curve [kPa/°C], Eq. 13."""
    return 4098 * saturation(t) / (t + 237.3) ** 2


def psychrometric(altitude: float) -> float:
    """Psychrometric constant [kPa/°C] at an altitude [m], Eq. 7 and 8."""
    pressure = 101.3 * ((293 - 0.0065 * altitude) / 293) ** 5.26
    return float(0.665e-3 * pressure)


def _sun(latitude: float, day: int) -> tuple[float, float, float, float]:
    """Latitude and declination [rad], sunset hour angle [rad], inverse distance, Eq. 22 to 25. Where the sun
    does not rise or does not set the angle is 0 or π.
    """
    phi = pi / 180 * latitude
    distance = 1 + 0.033 * cos(2 * pi / 365 * day)
    declination = 0.409 * sin(2 * pi / 365 * day - 1.39)
    sunset = acos(min(1.0, max(-1.0, -tan(phi) * tan(declination))))
    return phi, declination, sunset, distance


def extraterrestrial(latitude: float, day: int) -> float:
    """Radiation over the air [MJ m⁻² day⁻¹] at a latitude [°] on a day of the year, Eq. 21."""
    phi, declination, sunset, distance = _sun(latitude, day)
    angle = sunset * sin(phi) * sin(declination) + cos(phi) * cos(declination) * sin(sunset)
    return max(0.0, 24 * 60 / pi * SOLAR_CONSTANT * distance * angle)


def daylight(latitude: float, day: int) -> float:
    """Hours of daylight, Eq. 34."""
    return 24 / pi * _sun(latitude, day)[2]


def wind_at_two_metres(wind: float, height: float) -> float:
    """Wind measured at a height [m] as it is at 2 m [m/s], Eq. 47."""
    return wind * 4.87 / log(67.8 * height - 5.42)


def net_radiation(
    *, ra: float, sun: float, hours: float, tmin: float, tmax: float, ea: float, altitude: float
) -> float:
    """Net radiation [MJ m⁻² day⁻¹] of so many hours of `sun` out of `hours` of daylight, Eq. 35 to 40."""
    share = min(1.0, sun / hours) if hours > 0 else 0.0
    rs = (0.25 + 0.50 * share) * ra  # Eq. 35
    clear = (0.75 + 2e-5 * altitude) * ra  # Eq. 37
    short = (1 - ALBEDO) * rs  # Eq. 38
    warm = ((tmax + KELVIN) ** 4 + (tmin + KELVIN) ** 4) / 2
    cloud = 1.35 * (min(1.0, rs / clear) if clear > 0 else 1.0) - 0.35
    long = STEFAN_BOLTZMANN * warm * (0.34 - 0.14 * sqrt(ea)) * cloud  # Eq. 39
    return short - long  # Eq. 40


def penman_monteith(
    *,
    tmin: float,
    tmax: float,
    rh_mean: float,
    wind: float,
    sun: float,
    latitude: float,
    day: int,
    altitude: float,
) -> float:
    """ET₀ [mm/day] of the lowest and highest temperature [°C], mean relative humidity [%], wind at 2 m [m/s],
    hours of sun, Eq. 6; vapour pressure by Eq. 12 and 19, no heat into the soil (Eq. 42).
    """
    es = (saturation(tmax) + saturation(tmin)) / 2
    return penman_monteith_of(
        tmin=tmin,
        tmax=tmax,
        ea=rh_mean / 100 * es,
        wind=wind,
        sun=sun,
        latitude=latitude,
        day=day,
        altitude=altitude,
    )


def penman_monteith_of(
    *,
    tmin: float,
    tmax: float,
    ea: float,
    wind: float,
    sun: float,
    latitude: float,
    day: int,
    altitude: float,
    into_soil: float = 0.0,
) -> float:
    """The same of an actual vapour pressure [kPa] and of the heat that goes into the soil [MJ m⁻² day⁻¹],
    Eq. 6.
    """
    mean = (tmin + tmax) / 2
    es = (saturation(tmax) + saturation(tmin)) / 2
    ra, hours = extraterrestrial(latitude, day), daylight(latitude, day)
    rn = net_radiation(ra=ra, sun=sun, hours=hours, tmin=tmin, tmax=tmax, ea=ea, altitude=altitude)
    delta, gamma, u2 = slope(mean), psychrometric(altitude), max(LEAST_WIND, wind)
    of_heat = LATENT_HEAT * delta * (rn - into_soil)
    of_wind = gamma * 900 / (mean + 273) * u2 * (es - ea)
    return max(0.0, (of_heat + of_wind) / (delta + gamma * (1 + 0.34 * u2)))


def hargreaves(*, tmin: float, tmax: float, latitude: float, day: int) -> float:
    """ET₀ [mm/day] of temperatures alone [°C], Eq. 52; radiation as evaporation."""
    ra = LATENT_HEAT * extraterrestrial(latitude, day)
    return max(0.0, 0.0023 * ((tmin + tmax) / 2 + 17.8) * sqrt(max(0.0, tmax - tmin)) * ra)
