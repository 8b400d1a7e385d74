import { SPARK_J } from './limits';
import { dewPointC, vapourKPa } from './constants';
import {
  defineCalculator,
  numberInput,
  roundToSixFigures,
  knownInput,
  formatNumber,
  type BenchFinding,
} from './define';

/** Field at which dry air breaks down, V/m. Handbooks give 3 MV/m. */
const BREAKDOWN = 3e6;
/** Electric constant, F/m. CODATA 2018. */
const EPSILON = 8.8541878128e-12;
/** A person's capacitance to the ground, pF, the most of 100 to 150. IEC 61000-4-2. */
const PERSON_PF = 150;
/** Above so many volts a charged person leaks as fast as a dome charges them. From memory. */
const PERSON_V = 200_000;
const { caution: CAUTION_J, stop: STOP_J } = SPARK_J;
/** From this humidity on the charge leaks away as it comes, %. Rule of thumb. */
const DRY_PERCENT = 40;
const DAMP_PERCENT = 60;

export const staticDome = defineCalculator({
  id: 'static-dome',
  title: 'Static dome',
  question: 'How many volts, and is the air too damp?',
  topic: 'electricity',
  picture: ['radiusM', 'energyJ'],
  marks: {
    energyJ: [
      { label: 'hurts', value: CAUTION_J },
      { label: 'dangerous', value: STOP_J },
    ],
  },
  inputs: {
    radiusM: numberInput('Radius of the dome', 'm', [0.02, 1], 0.12, 'Half of how wide it is.'),
    temperatureC: knownInput('roomC', numberInput('Temperature', '°C', [-10, 45], 20)),
    humidityPercent: knownInput('humidityPercent', numberInput('Humidity', '%', [1, 100], 45)),
  },
  outputs: {
    voltageKV: { label: 'At most', unit: 'kV' },
    likelyKV: { label: 'In this air, by a rule of thumb', unit: 'kV' },
    capacitancePF: { label: 'Capacitance', unit: 'pF' },
    chargeUC: { label: 'Charge, at most', unit: 'µC' },
    energyJ: { label: 'Energy of a spark, with or without a person, at most', unit: 'J' },
    dewPointC: { label: 'Dew point', unit: '°C' },
  },
  work: ({ radiusM, temperatureC, humidityPercent }) => {
    const volts = BREAKDOWN * radiusM;
    const farads = 4 * Math.PI * EPSILON * radiusM;
    const alone = (farads * volts * volts) / 2;
    // Whoever touches it stores charge as well, and is discharged with it.
    const withPerson = ((farads + PERSON_PF * 1e-12) * Math.min(volts, PERSON_V) ** 2) / 2;
    const joules = Math.max(alone, withPerson);
    const damp = Math.min(1, Math.max(0, (humidityPercent - DRY_PERCENT) / (DAMP_PERCENT - DRY_PERCENT)));
    const dew = dewPointC(temperatureC, vapourKPa(temperatureC, humidityPercent));
    const findings: BenchFinding[] = [];
    if (joules >= STOP_J)
      findings.push({
        level: 'stop',
        message: `${formatNumber(joules, 2)} J may stop a heart: not this dome.`,
      });
    else if (joules >= CAUTION_J)
      findings.push({
        level: 'caution',
        message: `${formatNumber(joules, 2)} J hurts. Nobody with a heart device near; the volunteer stands on the stool before it is switched on, and it is earthed before they step down.`,
      });
    return {
      verdict: `${humidityPercent >= DAMP_PERCENT ? `Too damp: above ${DAMP_PERCENT} % the charge leaks away as it comes. ` : ''}At most ${formatNumber(volts / 1000)} kV and ${formatNumber(joules, 2)} J${damp > 0 ? `; in this air rather ${formatNumber((volts / 1000) * (1 - damp * 0.8), 2)} kV` : ''}.`,
      ...(humidityPercent >= DAMP_PERCENT && { fails: 'Warm the room, or dry the dome and its belt' }),
      limits: [{ what: 'Humidity of the air', unit: '%', max: DAMP_PERCENT }],
      outputs: {
        voltageKV: roundToSixFigures(volts / 1000),
        likelyKV: roundToSixFigures((volts / 1000) * (1 - damp * 0.8)),
        capacitancePF: roundToSixFigures(farads * 1e12),
        chargeUC: roundToSixFigures(farads * volts * 1e6),
        energyJ: roundToSixFigures(joules),
        dewPointC: roundToSixFigures(dew),
      },
      findings,
      working: [
        {
          label: 'Voltage',
          arithmetic: `3 MV/m × ${formatNumber(radiusM)} m = ${formatNumber(volts / 1000)} kV`,
          source: 'V = E r',
        },
        {
          label: 'Capacitance',
          arithmetic: `4 π ε₀ × ${formatNumber(radiusM)} m = ${formatNumber(farads * 1e12)} pF`,
          source: 'an isolated sphere; ε₀, CODATA',
        },
        {
          label: 'Energy of the dome alone',
          arithmetic: `½ C V² = ${formatNumber(alone)} J`,
          source: '½ C V²',
        },
        {
          label: 'Energy with a person who touches it',
          arithmetic: `½ (${formatNumber(farads * 1e12)} + ${PERSON_PF} pF) × (${formatNumber(Math.min(volts, PERSON_V) / 1000)} kV)² = ${formatNumber(withPerson)} J`,
          source: 'a person has 100 to 150 pF, IEC 61000-4-2; and leaks above about 200 kV, from memory',
        },
        {
          label: 'Dew point',
          arithmetic: `${formatNumber(dew)} °C`,
          source: 'ASHRAE Handbook—Fundamentals 2017, by psychrolib',
        },
      ],
    };
  },
});
