import { defineCalculator, numberInput, roundToSixFigures, formatNumber } from './define';

interface Balls {
  topKg: number;
  bottomKg: number;
  restitution: number;
}

/** The top ball's speed in units of that at the floor: the bottom comes up with e, the top down with 1. */
const speedUp = ({ topKg, bottomKg, restitution: e }: Balls) =>
  (bottomKg * e - topKg + bottomKg * e * (e + 1)) / (topKg + bottomKg);
const riseTimes = (v: Balls) => Math.max(0, speedUp(v)) ** 2;

export const stackedDrop = defineCalculator({
  id: 'stacked-drop',
  title: 'Stacked drop',
  question: 'How high does the top ball go?',
  topic: 'balance',
  picture: ['restitution', 'riseM'],
  scene: (v) => ({
    kind: 'bars',
    unit: 'm',
    bars: [
      { label: 'dropped', value: v.dropM },
      { label: 'rises', value: riseTimes(v) * v.dropM },
    ],
  }),
  inputs: {
    topKg: numberInput('Top ball', 'kg', [0.001, 10], 0.06),
    bottomKg: numberInput('Bottom ball', 'kg', [0.001, 20], 0.6),
    restitution: numberInput(
      'How well they bounce',
      '',
      [0, 1],
      0.8,
      '1 loses nothing; a good ball on a hard floor has 0.8.',
    ),
    dropM: numberInput('Dropped from', 'm', [0.05, 3], 1),
  },
  outputs: {
    riseM: { label: 'The top ball rises', unit: 'm' },
    times: { label: 'Times the drop', unit: '' },
  },
  work: (v) => {
    const { topKg, bottomKg, restitution: e, dropM } = v;
    const up = speedUp(v);
    const times = riseTimes(v);
    const riseM = times * dropM;
    return {
      verdict: `The top ball rises ${formatNumber(riseM)} m, ${formatNumber(times)} times as high as it was dropped from.`,
      outputs: { riseM: roundToSixFigures(riseM), times: roundToSixFigures(times) },
      findings: [
        {
          level: 'caution',
          message: `It may go anywhere within ${formatNumber(riseM + dropM)} m: goggles on, nothing to break above, and never a face over it.`,
          always: true,
        },
      ],
      working: [
        {
          label: 'Speed of the top ball, against that at the floor',
          arithmetic: `(${formatNumber(bottomKg)} × ${formatNumber(e)} − ${formatNumber(topKg)} + ${formatNumber(bottomKg)} × ${formatNumber(e)} × (1 + ${formatNumber(e)})) / ${formatNumber(topKg + bottomKg)} = ${formatNumber(up)}`,
          source: 'momentum, and Newton’s law of restitution',
        },
        {
          label: 'Rise',
          arithmetic: `${formatNumber(up)}² × ${formatNumber(dropM)} m = ${formatNumber(riseM)} m`,
          source: 'h ∝ v²',
        },
      ],
    };
  },
});
