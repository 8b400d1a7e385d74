import psychrolib from 'psychrolib';

/** Molar gas constant, J/(mol K). CODATA 2018, exact. */
export const R = 8.314462618;
export const R_SOURCE = 'R = 8.314462618 J/(mol K), CODATA';
/** Standard atmosphere, kPa. */
export const ATM_KPA = 101.325;
/** Standard acceleration of gravity, m/s². ISO 80000-3. */
export const G = 9.80665;
/** Oxygen in dry air, % by volume. U.S. Standard Atmosphere 1976. */
export const AIR_O2_PERCENT = 20.95;
/** Dry air, g/mol. U.S. Standard Atmosphere 1976. */
export const AIR_G_PER_MOL = 28.9644;
/** Specific heat of water, J/(g K), at room temperature. CRC Handbook. */
export const WATER_J_PER_G_K = 4.18;

export const kelvin = (celsius: number): number => celsius + 273.15;

/** Litres of an ideal gas: pV = nRT. */
export const gasL = (mol: number, temperatureC: number, kPa = ATM_KPA): number =>
  (mol * R * kelvin(temperatureC)) / kPa;

psychrolib.SetUnitSystem(psychrolib.SI);

/** Saturated vapour pressure of water, kPa. ASHRAE Handbook—Fundamentals 2017, by psychrolib. */
export const saturatedKPa = (celsius: number): number => psychrolib.GetSatVapPres(celsius) / 1000;

/** Vapour pressure of the water in damp air, kPa. ASHRAE Handbook—Fundamentals 2017, by psychrolib. */
export const vapourKPa = (celsius: number, humidityPercent: number): number =>
  psychrolib.GetVapPresFromRelHum(celsius, humidityPercent / 100) / 1000;

/** Dew point in °C of air with so much vapour, in kPa. ASHRAE Handbook—Fundamentals 2017, by psychrolib. */
export const dewPointC = (celsius: number, kPa: number): number =>
  psychrolib.GetTDewPointFromVapPres(celsius, kPa * 1000);
