import { molarMass } from '../physics';
import { gasL, R_SOURCE, WATER_J_PER_G_K } from './constants';
import { bench, figure, figuresOf, known, say, type BenchFinding } from './mould';

/** Heat to make gas of it, kJ/kg, at −78.5 °C. NIST Chemistry WebBook, from memory. */
const SUBLIMES_KJ_PER_KG = 571;
/** Water colder than this makes little fog, °C. Common practice. */
const FOG_ENDS_C = 15;
/** Carbon dioxide at work over a day, and for fifteen minutes, %. OSHA and NIOSH: 5,000 and 30,000 ppm. */
const DAY_PERCENT = 0.5;
const SHORT_PERCENT = 3;

export const dryIce = bench({
  id: 'dry-ice',
  title: 'Dry ice',
  question: 'How much gas is in the room?',
  topic: 'cold',
  picture: ['massKg', 'addedCO2Percent'],
  marks: {
    addedCO2Percent: [
      { label: 'a working day', value: DAY_PERCENT },
      { label: 'a quarter of an hour', value: SHORT_PERCENT },
    ],
  },
  inputs: {
    massKg: figure('Dry ice', 'kg', [0.01, 200], 2),
    waterL: figure('Warm water under it', 'L', [0, 50], 2),
    waterC: figure('The water', '°C', [1, 90], 45),
    roomM3: known('roomM3', figure('Room', 'm³', [1, 100_000], 150)),
    temperatureC: known('roomC', figure('Temperature of the room', '°C', [-10, 45], 20)),
  },
  outputs: {
    gasM3: { label: 'Gas', unit: 'm³' },
    addedCO2Percent: { label: 'Carbon dioxide added', unit: '%' },
    fogKg: { label: 'The water makes fog of', unit: 'kg' },
    coldKJ: { label: 'Cold it gives', unit: 'kJ' },
  },
  work: ({ massKg, roomM3, temperatureC, waterL, waterC }) => {
    const fogKg = (waterL * WATER_J_PER_G_K * Math.max(0, waterC - FOG_ENDS_C)) / SUBLIMES_KJ_PER_KG;
    const gasM3 = gasL((massKg * 1000) / molarMass('CO2'), temperatureC) / 1000;
    const percent = (100 * gasM3) / roomM3;
    const findings: BenchFinding[] = [
      {
        level: 'stop',
        says: 'Never in anything closed: a bottle or a screwed box bursts. There is no way past this.',
        always: true,
      },
      {
        level: 'caution',
        says: '−78.5 °C burns: loose insulated gloves. The gas lies low: keep small children’s faces above it.',
        always: true,
      },
    ];
    if (percent > SHORT_PERCENT)
      findings.push({
        level: 'stop',
        says: `${say(percent, 2)} % of carbon dioxide: more than anybody may breathe for a quarter of an hour.`,
      });
    else if (percent > DAY_PERCENT)
      findings.push({
        level: 'caution',
        says: `${say(percent, 2)} % of carbon dioxide, above the ${DAY_PERCENT} % of a working day: doors open, and less of it.`,
      });
    return {
      verdict: `${say(gasM3, 2)} m³ of gas, ${say(percent, 2)} % of the room if all of it goes and none leaves.`,
      limits: [{ what: 'Carbon dioxide in the room', unit: '%', max: DAY_PERCENT }],
      outputs: {
        gasM3: figuresOf(gasM3),
        addedCO2Percent: figuresOf(percent),
        fogKg: figuresOf(Math.min(massKg, fogKg)),
        coldKJ: figuresOf(massKg * SUBLIMES_KJ_PER_KG),
      },
      findings,
      working: [
        {
          says: 'Gas',
          sum: `${say(massKg * 1000)} g / ${say(molarMass('CO2'), 5)} g/mol = ${say(gasM3)} m³`,
          source: R_SOURCE,
        },
        {
          says: 'Fog until the water is cold',
          sum: `${say(waterL)} L × 4.18 × (${say(waterC)} − ${FOG_ENDS_C}) K / ${SUBLIMES_KJ_PER_KG} kJ/kg = ${say(fogKg)} kg`,
          source: 'heat to make gas of it, NIST Chemistry WebBook, from memory',
        },
        {
          says: 'Share of the room',
          sum: `${say(gasM3)} / ${say(roomM3)} = ${say(percent)} %`,
          source: 'OSHA: 0.5 % over a day; NIOSH: 3 % for fifteen minutes',
        },
      ],
    };
  },
});
