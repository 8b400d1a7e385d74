import { molarMass } from '../physics';
import { CO2_PERCENT } from './limits';
import { gasL, R_SOURCE, WATER_J_PER_G_K } from './constants';
import {
  defineCalculator,
  numberInput,
  roundToSixFigures,
  knownInput,
  formatNumber,
  type BenchFinding,
} from './define';

/** Heat to make gas of it, kJ/kg, at −78.5 °C. NIST Chemistry WebBook, from memory. */
const SUBLIMES_KJ_PER_KG = 571;
/** Water colder than this makes little fog, °C. Common practice. */
const FOG_ENDS_C = 15;
const { day: DAY_PERCENT, short: SHORT_PERCENT } = CO2_PERCENT;

export const dryIce = defineCalculator({
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
    massKg: numberInput('Dry ice', 'kg', [0.01, 200], 2),
    waterL: numberInput('Warm water under it', 'L', [0, 50], 2),
    waterC: numberInput('The water', '°C', [1, 90], 45),
    roomM3: knownInput('roomM3', numberInput('Room', 'm³', [1, 100_000], 150)),
    temperatureC: knownInput('roomC', numberInput('Temperature of the room', '°C', [-10, 45], 20)),
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
        message:
          'Never seal it in, even briefly: a closed bottle or a screwed box bursts. There is no safe way round this.',
        always: true,
      },
      {
        level: 'caution',
        message:
          '−78.5 °C burns: loose insulated gloves. The gas lies low: keep small children’s faces above it.',
        always: true,
      },
    ];
    if (percent > SHORT_PERCENT)
      findings.push({
        level: 'stop',
        message: `${percent > 100 ? 'More gas than the room holds: it drives out all air. ' : ''}${formatNumber(percent, 2)} % of carbon dioxide: more than anybody may breathe for a quarter of an hour.`,
      });
    else if (percent > DAY_PERCENT)
      findings.push({
        level: 'caution',
        message: `${formatNumber(percent, 2)} % of carbon dioxide, above the ${DAY_PERCENT} % of a working day: doors open, and less of it.`,
      });
    return {
      verdict: `${formatNumber(gasM3, 2)} m³ of gas, ${percent > 100 ? `${formatNumber(percent / 100, 2)} times what the room holds` : `${formatNumber(percent, 2)} % of the room if all of it goes and none leaves`}.`,
      limits: [{ what: 'Carbon dioxide in the room', unit: '%', max: DAY_PERCENT }],
      outputs: {
        gasM3: roundToSixFigures(gasM3),
        addedCO2Percent: roundToSixFigures(percent),
        fogKg: roundToSixFigures(Math.min(massKg, fogKg)),
        coldKJ: roundToSixFigures(massKg * SUBLIMES_KJ_PER_KG),
      },
      findings,
      working: [
        {
          label: 'Gas',
          arithmetic: `${formatNumber(massKg * 1000)} g / ${formatNumber(molarMass('CO2'), 5)} g/mol = ${formatNumber(gasM3)} m³`,
          source: R_SOURCE,
        },
        {
          label: 'Fog until the water is cold',
          arithmetic: `${formatNumber(waterL)} L × 4.18 × (${formatNumber(waterC)} − ${FOG_ENDS_C}) K / ${SUBLIMES_KJ_PER_KG} kJ/kg = ${formatNumber(fogKg)} kg`,
          source: 'heat to make gas of it, NIST Chemistry WebBook, from memory',
        },
        {
          label: 'Share of the room',
          arithmetic: `${formatNumber(gasM3)} / ${formatNumber(roomM3)} = ${formatNumber(percent)} %`,
          source: 'OSHA: 0.5 % over a day; NIOSH: 3 % for fifteen minutes',
        },
      ],
    };
  },
});
