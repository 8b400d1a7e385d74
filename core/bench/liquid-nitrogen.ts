import { molarMass } from '../physics';
import { AIR_O2_PERCENT, ATM_KPA, gasL, kelvin, R_SOURCE } from './constants';
import { OXYGEN_PERCENT } from './limits';
import {
  defineCalculator,
  numberInput,
  roundToSixFigures,
  knownInput,
  formatNumber,
  type BenchFinding,
} from './define';

/** Liquid nitrogen at its boiling point, kg/L. NIST Chemistry WebBook (fluid properties at 77.36 K). */
const KG_PER_L = 0.8065;
const CAUTION_PERCENT = OXYGEN_PERCENT.deficient;
const STOP_PERCENT = OXYGEN_PERCENT.nobody;
/** Warmed to a room in the volume it had as a liquid, bar: a dense fluid and no ideal gas. NIST Chemistry WebBook (isochore at 28.8 mol/L, 293 K), from memory. */
const SEALED_BAR = 3000;

const MOL_PER_L = (KG_PER_L * 1000) / molarMass('N2');

/** A well-mixed room into which gas boils off evenly, and which is aired: oxygen in %, steady and after so many minutes. */
function boilingOff({
  gasM3,
  roomM3,
  airChangesPerHour,
  overMin,
}: Record<'gasM3' | 'roomM3' | 'airChangesPerHour' | 'overMin', number>) {
  const perHour = gasM3 / roomM3 / (overMin / 60);
  const turnsPerHour = perHour + airChangesPerHour;
  const steady = (AIR_O2_PERCENT * airChangesPerHour) / turnsPerHour;
  const decay = (from: number, to: number, perHour: number, min: number) =>
    to + (from - to) * Math.exp((-perHour * min) / 60);
  const at = (min: number): number =>
    min <= overMin
      ? decay(AIR_O2_PERCENT, steady, turnsPerHour, min)
      : decay(at(overMin), AIR_O2_PERCENT, airChangesPerHour, min - overMin);
  return { steady, at };
}

/** Points of a curve through time. */
const POINTS = 60;

/** Oxygen while it boils off, and for half as long again after. */
function oxygenThrough(
  v: Record<'litres' | 'roomM3' | 'temperatureC' | 'airChangesPerHour' | 'overMin', number>,
): [number, number][] {
  const { at } = boilingOff({ ...v, gasM3: (v.litres * gasL(MOL_PER_L, v.temperatureC)) / 1000 });
  return Array.from({ length: POINTS + 1 }, (_, i) => {
    const min = (1.5 * v.overMin * i) / POINTS;
    return [min, at(min)];
  });
}

export const liquidNitrogen = defineCalculator({
  id: 'liquid-nitrogen',
  title: 'Liquid nitrogen',
  question: 'How much air is left in the room?',
  topic: 'cold',
  picture: ['litres', 'oxygenPercentSudden'],
  marks: {
    oxygenPercentSudden: [
      { label: 'too little', value: CAUTION_PERCENT },
      { label: 'nobody in', value: STOP_PERCENT },
    ],
    oxygenPercentLowest: [
      { label: 'too little', value: CAUTION_PERCENT },
      { label: 'nobody in', value: STOP_PERCENT },
    ],
  },
  scene: (v) => ({
    kind: 'lines',
    x: 'Minutes',
    y: 'Oxygen, %',
    lines: [{ label: 'boiling off', points: oxygenThrough(v) }],
  }),
  inputs: {
    litres: numberInput('Liquid nitrogen', 'L', [0.01, 500], 5),
    roomM3: knownInput(
      'roomM3',
      numberInput('Room', 'm³', [1, 100_000], 150, 'Length × width × height of what the gas can spread in.'),
    ),
    temperatureC: knownInput('roomC', numberInput('Temperature of the room', '°C', [-10, 45], 20)),
    airChangesPerHour: numberInput(
      'Air changes an hour',
      '',
      [0, 30],
      1,
      '0.5 with closed windows, 1 to 3 in use, more with fans. Common practice.',
    ),
    overMin: numberInput('Boils off over', 'min', [0.1, 1440], 30),
  },
  outputs: {
    expansion: { label: 'Gas from one of liquid', unit: '' },
    gasM3: { label: 'Gas', unit: 'm³' },
    oxygenPercentSudden: { label: 'Oxygen if spilt at once', unit: '%' },
    oxygenPercentLowest: { label: 'Oxygen at its lowest, boiling off', unit: '%' },
    sealedBar: { label: 'Pressure if ever sealed in its own volume, about', unit: 'bar' },
  },
  work: ({ litres, roomM3, temperatureC, airChangesPerHour, overMin }) => {
    const expansion = gasL(MOL_PER_L, temperatureC);
    const gasM3 = (litres * expansion) / 1000;
    const sudden = (AIR_O2_PERCENT * Math.max(0, roomM3 - gasM3)) / roomM3;
    const { steady, at } = boilingOff({ gasM3, roomM3, airChangesPerHour, overMin });
    const lowest = at(overMin);
    // Rounded down: 19.46 % is not "19.5 %, below 19.5 %".
    const tenths = (percent: number) => Math.floor(percent * 10) / 10;
    const findings: BenchFinding[] = [
      {
        level: 'stop',
        message: `Never seal it in, even briefly: as gas it takes ${formatNumber(expansion)} times its room, and sealed it would reach about ${formatNumber(SEALED_BAR)} bar and burst anything. There is no safe way round this.`,
        always: true,
      },
      {
        level: 'caution',
        message:
          'Close to the floor and at the pour there is far less oxygen than the room’s mean, for minutes: cold gas lies low. Nobody sits or kneels there, children least of all; nothing is poured in a pit or a corner.',
        always: true,
      },
    ];
    for (const [percent, when] of [
      [sudden, 'If all of it is spilt at once'],
      [lowest, 'Boiling off'],
    ] as const)
      if (tenths(percent) <= STOP_PERCENT)
        findings.push({
          level: 'stop',
          message: `${when}, ${formatNumber(percent)} % of oxygen is left: nobody may be in the room. Less of it, a larger room, doors open, an oxygen meter.`,
        });
      else if (percent < CAUTION_PERCENT)
        findings.push({
          level: 'caution',
          message: `${when}, ${formatNumber(tenths(percent))} % of oxygen is left, below ${CAUTION_PERCENT} %: air the room, and have an oxygen meter.`,
        });
    return {
      verdict: `${formatNumber(gasM3, 2)} m³ of gas${gasM3 > roomM3 ? ', more than the room holds' : ''}: ${formatNumber(sudden)} % of oxygen if all is spilt at once, ${formatNumber(lowest)} % at the lowest as it boils off.`,
      limits: [{ what: 'Oxygen in the room', unit: '%', min: CAUTION_PERCENT }],
      outputs: {
        expansion: roundToSixFigures(expansion),
        gasM3: roundToSixFigures(gasM3),
        oxygenPercentSudden: roundToSixFigures(sudden),
        oxygenPercentLowest: roundToSixFigures(lowest),
        sealedBar: SEALED_BAR,
      },
      findings,
      working: [
        {
          label: 'Expansion',
          arithmetic: `${KG_PER_L} kg/L × R × ${formatNumber(kelvin(temperatureC), 5)} K / (${formatNumber(molarMass('N2'), 5)} g/mol × ${ATM_KPA} kPa) = ${formatNumber(expansion)}`,
          source: `density at 77.36 K, NIST Chemistry WebBook; ${R_SOURCE}`,
        },
        {
          label: 'Spilt at once',
          arithmetic: `20.95 × (${formatNumber(roomM3)} − ${formatNumber(gasM3)})/${formatNumber(roomM3)} = ${formatNumber(sudden)} %`,
          source: 'the gas drives out as much air',
        },
        {
          label: 'Boiling off with ventilation',
          arithmetic: `steady at ${formatNumber(steady)} %, after ${formatNumber(overMin)} min ${formatNumber(lowest)} %`,
          source: 'well-mixed room: 20.95 n/(L + n), L gas an hour over the room, n air changes',
        },
      ],
    };
  },
});
