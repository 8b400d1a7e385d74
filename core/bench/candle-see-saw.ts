import { defineCalculator, numberInput, roundToSixFigures, formatNumber, type BenchFinding } from './define';

/** Nearer than this to level it hangs level: friction of a needle in a cork, g cm. From memory. */
const STICKS_G_CM = 0.5;

/** What turns later than this does not turn. */
const A_DAY_MIN = 1440;

export const candleSeeSaw = defineCalculator({
  id: 'candle-see-saw',
  title: 'Candle see-saw',
  question: 'Which end goes down, and when does it turn?',
  topic: 'balance',
  picture: ['minutes', 'momentGCM'],
  scene: (v) => ({
    kind: 'bars',
    unit: 'g cm',
    bars: [
      { label: 'left', value: moment(v.leftG, v.leftCM, v.leftGPerMin, v.minutes) },
      { label: 'right', value: moment(v.rightG, v.rightCM, v.rightGPerMin, v.minutes) },
    ],
  }),
  inputs: {
    leftG: numberInput('Left end', 'g', [0.1, 2000], 20),
    rightG: numberInput('Right end', 'g', [0.1, 2000], 20),
    leftCM: numberInput('Left of the needle', 'cm', [0.5, 100], 10),
    rightCM: numberInput('Right of the needle', 'cm', [0.5, 100], 10),
    leftGPerMin: numberInput(
      'Left burns',
      'g/min',
      [0, 5],
      0.1,
      'A table candle 0.08 to 0.15; 0 where it is out. From memory.',
    ),
    rightGPerMin: numberInput('Right burns', 'g/min', [0, 5], 0),
    minutes: numberInput('After', 'min', [0, 120], 5),
  },
  outputs: {
    down: { label: 'Goes down', unit: '' },
    momentGCM: { label: 'By', unit: 'g cm' },
    levelAfterMin: { label: 'Level after', unit: 'min' },
  },
  work: (v) => {
    const at = (min: number) =>
      moment(v.leftG, v.leftCM, v.leftGPerMin, min) - moment(v.rightG, v.rightCM, v.rightGPerMin, min);
    const by = at(v.minutes);
    const down = Math.abs(by) <= STICKS_G_CM ? 'neither' : by > 0 ? 'left' : 'right';
    const rate = v.leftCM * v.leftGPerMin - v.rightCM * v.rightGPerMin;
    const level = rate === 0 ? -1 : at(0) / rate;
    const turns = level > 0 && level <= A_DAY_MIN;
    const findings: BenchFinding[] = [
      {
        level: 'caution',
        message:
          'It drips: a tray below, hair and sleeves tied back, nothing near that burns, and nobody leaves it burning.',
        always: true,
      },
    ];
    return {
      verdict:
        down === 'neither'
          ? 'It is level: the smallest drop tips it.'
          : `The ${down} end goes down, by ${formatNumber(Math.abs(by))} g cm; the lighter side rises.${turns && level > v.minutes ? ` It is level after ${formatNumber(level, 2)} min.` : ''}`,
      outputs: {
        down,
        momentGCM: roundToSixFigures(by),
        levelAfterMin: roundToSixFigures(turns ? level : 0),
      },
      findings,
      working: [
        {
          label: 'Left, less right',
          arithmetic: `${formatNumber(v.leftCM)} × (${formatNumber(v.leftG)} − ${formatNumber(v.leftGPerMin)} × ${formatNumber(v.minutes)}) − ${formatNumber(v.rightCM)} × (${formatNumber(v.rightG)} − ${formatNumber(v.rightGPerMin)} × ${formatNumber(v.minutes)}) = ${formatNumber(by)} g cm`,
          source: 'Σ m r about the needle',
        },
      ],
    };
  },
});

const moment = (grams: number, cm: number, perMin: number, min: number): number =>
  cm * Math.max(0, grams - perMin * min);
