import { SODA_ATM, SODA_C } from './limits';
import { kelvin, WATER_J_PER_G_K } from './constants';
import {
  defineCalculator,
  numberInput,
  roundToSixFigures,
  knownInput,
  formatNumber,
  type BenchFinding,
} from './define';

/** Henry constant of CO₂ in water at 25 °C, mol/(L atm), and how it falls with warmth, K. Sander, Atmos. Chem. Phys. 15 (2015). */
const HENRY = 0.034;
const HENRY_K = 2400;
/** Moles in a litre of gas at 0 °C and 1 atm, in which carbonation is counted. CODATA. */
const MOL_PER_L = 1 / 22.414;
const { caution: CAUTION_C, stop: STOP_C } = SODA_C;
/** The bottle that the time to warm through is given for, L. */
const USUAL_BOTTLE_L = 0.5;

/** Water and soda exchange heat, then the bottle cools in the room: where both meet, and the soda after so many minutes, °C. */
function course(
  v: Record<
    'bottleL' | 'sodaC' | 'bathC' | 'bathL' | 'roomC' | 'minutesInBath' | 'bathTauMin' | 'airTauMin',
    number
  >,
) {
  const [soda, bath] = [v.bottleL * WATER_J_PER_G_K, v.bathL * WATER_J_PER_G_K];
  const together = (soda * v.sodaC + bath * v.bathC) / (soda + bath);
  // Heat goes in through the wall: volume to surface grows with the cube root of the volume.
  const slower = Math.cbrt(v.bottleL / USUAL_BOTTLE_L);
  const [bathTauMin, airTauMin] = [v.bathTauMin * slower, v.airTauMin * slower];
  const warmth = (min: number): number =>
    min <= v.minutesInBath
      ? together + (v.sodaC - together) * Math.exp((-min / bathTauMin) * (1 + soda / bath))
      : v.roomC + (warmth(v.minutesInBath) - v.roomC) * Math.exp((v.minutesInBath - min) / airTauMin);
  return { together, warmth, airTauMin };
}

/** Points of a curve through time. */
const POINTS = 60;

/** The soda from the bath to its item. */
function warmthThrough(v: Parameters<typeof course>[0] & { minutesOut: number }): [number, number][] {
  const { warmth } = course(v);
  const all = Math.max(1, v.minutesInBath + v.minutesOut);
  return Array.from({ length: POINTS + 1 }, (_, i) => [(all * i) / POINTS, warmth((all * i) / POINTS)]);
}

export const warmSoda = defineCalculator({
  id: 'warm-soda',
  title: 'Warm soda',
  question: 'How warm is it at its item?',
  topic: 'foam',
  picture: ['minutesOut', 'atItemC'],
  marks: {
    atItemC: [
      { label: 'caution', value: CAUTION_C },
      { label: 'stop', value: STOP_C },
    ],
  },
  scene: (v) => ({
    kind: 'lines',
    x: 'Minutes',
    y: 'Soda, °C',
    lines: [{ label: 'soda', points: warmthThrough(v) }],
  }),
  inputs: {
    bottleL: knownInput('capacityL', numberInput('Bottle', 'L', [0.1, 5], 0.5)),
    sodaC: knownInput('roomC', numberInput('Soda before', '°C', [0, 40], 18)),
    bathC: numberInput('Bath', '°C', [0, 100], 38, '40 °C at the most.'),
    bathL: numberInput('Water in the bath', 'L', [0.5, 200], 10),
    roomC: knownInput('roomC', numberInput('Room', '°C', [-10, 45], 20)),
    minutesInBath: numberInput('In the bath', 'min', [0, 240], 25),
    minutesOut: numberInput('Out of it until its item', 'min', [0, 600], 10),
    carbonationVolumes: numberInput(
      'Carbonation',
      'volumes',
      [0, 6],
      3.7,
      'Colas have 3.5 to 4, waters 2 to 4. From memory.',
    ),
    bathTauMin: numberInput(
      'Warms through in',
      'min',
      [1, 120],
      10,
      'Minutes in which half a litre loses two thirds of the difference; larger bottles take longer. Fit it from one you measured. Common practice.',
    ),
    airTauMin: numberInput('Cools through in', 'min', [5, 600], 90, 'The same, standing in the room.'),
  },
  outputs: {
    atItemC: { label: 'At its item', unit: '°C' },
    hottestC: { label: 'At its hottest', unit: '°C' },
    pressureAtm: { label: 'In the closed bottle at its item', unit: 'atm' },
    hottestAtm: { label: 'In the closed bottle at its hottest', unit: 'atm' },
  },
  work: (v) => {
    const { together, warmth, airTauMin } = course(v);
    const outOfBath = warmth(v.minutesInBath);
    const atItemC = warmth(v.minutesInBath + v.minutesOut);
    const hottestC = Math.max(v.sodaC, outOfBath, atItemC);
    const atm = (celsius: number) =>
      (v.carbonationVolumes * MOL_PER_L) / (HENRY * Math.exp(HENRY_K * (1 / kelvin(celsius) - 1 / 298.15)));
    const findings: BenchFinding[] = [];
    if (v.bathC > STOP_C)
      findings.push({
        level: 'stop',
        message: `The bath is kept at ${STOP_C} °C at most: a forgotten bottle takes its temperature.`,
      });
    if (hottestC > STOP_C)
      findings.push({
        level: 'stop',
        message: `The soda reaches ${formatNumber(hottestC)} °C, and ${formatNumber(atm(hottestC), 2)} atm in the closed bottle: not above ${STOP_C} °C.`,
      });
    else if (hottestC > CAUTION_C)
      findings.push({
        level: 'caution',
        message: `The soda reaches ${formatNumber(hottestC)} °C, and ${formatNumber(atm(hottestC), 2)} atm in the closed bottle: goggles, and nobody leans over it.`,
      });
    const hottest = atm(hottestC);
    if (hottest > SODA_ATM.stop)
      findings.push({
        level: 'stop',
        message: `${formatNumber(hottest, 2)} atm in the closed bottle: it may burst. No more than ${SODA_ATM.stop} atm; less carbonation, or colder.`,
      });
    else if (hottest > SODA_ATM.caution && hottestC <= CAUTION_C)
      findings.push({
        level: 'caution',
        message: `${formatNumber(hottest, 2)} atm in the closed bottle: goggles, and nobody leans over it.`,
      });
    return {
      verdict: `${formatNumber(atItemC)} °C at its item, and ${formatNumber(atm(atItemC), 2)} atm in the closed bottle.`,
      limits: [{ what: 'Temperature of the bath', unit: '°C', max: STOP_C }],
      outputs: {
        atItemC: roundToSixFigures(atItemC),
        hottestC: roundToSixFigures(hottestC),
        pressureAtm: roundToSixFigures(atm(atItemC)),
        hottestAtm: roundToSixFigures(atm(hottestC)),
      },
      findings,
      working: [
        {
          label: 'Out of the bath',
          arithmetic: `both meet at ${formatNumber(together)} °C; after ${formatNumber(v.minutesInBath)} min ${formatNumber(outOfBath)} °C`,
          source: 'two bodies that exchange heat; the bath’s own loss left out',
        },
        {
          label: 'At its item',
          arithmetic: `${formatNumber(v.roomC)} + (${formatNumber(outOfBath)} − ${formatNumber(v.roomC)}) e^(−${formatNumber(v.minutesOut)}/${formatNumber(airTauMin)}) = ${formatNumber(atItemC)} °C`,
          source: 'Newton’s law of cooling',
        },
        {
          label: 'Pressure',
          arithmetic: `${formatNumber(v.carbonationVolumes)} volumes / k_H = ${formatNumber(atm(atItemC))} atm`,
          source:
            'k_H = 0.034 e^(2400 (1/T − 1/298.15)) mol/(L atm), Sander 2015; little room above the soda',
        },
      ],
    };
  },
});
