import { bench, figure, figuresOf, say } from './mould';

export const stackedDrop = bench({
  id: 'stacked-drop',
  title: 'Stacked drop',
  question: 'How high does the top ball go?',
  topic: 'balance',
  picture: ['restitution', 'riseM'],
  inputs: {
    topKg: figure('Top ball', 'kg', [0.001, 10], 0.06),
    bottomKg: figure('Bottom ball', 'kg', [0.001, 20], 0.6),
    restitution: figure(
      'How well they bounce',
      '',
      [0, 1],
      0.8,
      '1 loses nothing; a good ball on a hard floor has 0.8.',
    ),
    dropM: figure('Dropped from', 'm', [0.05, 3], 1),
  },
  outputs: {
    riseM: { label: 'The top ball rises', unit: 'm' },
    times: { label: 'Times the drop', unit: '' },
  },
  work: ({ topKg, bottomKg, restitution: e, dropM }) => {
    // In units of the speed at the floor: the bottom comes up with e, the top down with 1.
    const up = (bottomKg * e - topKg + bottomKg * e * (e + 1)) / (topKg + bottomKg);
    const times = Math.max(0, up) ** 2;
    const riseM = times * dropM;
    return {
      verdict: `The top ball rises ${say(riseM)} m, ${say(times)} times as high as it was dropped from.`,
      outputs: { riseM: figuresOf(riseM), times: figuresOf(times) },
      findings: [
        {
          level: 'caution',
          says: `It may go anywhere within ${say(riseM + dropM)} m: goggles on, nothing to break above, and never a face over it.`,
          always: true,
        },
      ],
      working: [
        {
          says: 'Speed of the top ball, against that at the floor',
          sum: `(${say(bottomKg)} × ${say(e)} − ${say(topKg)} + ${say(bottomKg)} × ${say(e)} × (1 + ${say(e)})) / ${say(topKg + bottomKg)} = ${say(up)}`,
          source: 'momentum, and Newton’s law of restitution',
        },
        { says: 'Rise', sum: `${say(up)}² × ${say(dropM)} m = ${say(riseM)} m`, source: 'h ∝ v²' },
      ],
    };
  },
});
