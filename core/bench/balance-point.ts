import { defineCalculator, listInput, roundToSixFigures, formatNumber } from './define';

export const balancePoint = defineCalculator({
  id: 'balance-point',
  title: 'Balance',
  question: 'Will it hang?',
  topic: 'balance',
  inputs: {
    masses: listInput('Masses', 'kg', [0.0001, 1000], [0.4, 0.05], 'One a line.'),
    positionsM: listInput(
      'Heights above the pivot',
      'm',
      [-100, 100],
      [-0.06, 0.02],
      'One a line, in the order of the masses; below it they are less than 0.',
    ),
  },
  outputs: {
    centreM: { label: 'Centre of mass above the pivot', unit: 'm' },
    hangs: { label: 'It hangs', unit: '' },
  },
  work: ({ masses, positionsM }) => {
    const n = Math.min(masses.length, positionsM.length);
    const kg = masses.slice(0, n).reduce((sum, m) => sum + m, 0);
    const centreM = masses.slice(0, n).reduce((sum, m, i) => sum + m * positionsM[i]!, 0) / kg;
    const hangs = centreM < 0;
    return {
      verdict: hangs
        ? `It hangs: its centre of mass is ${formatNumber(-100 * centreM)} cm below the pivot.`
        : `It falls: its centre of mass is ${centreM === 0 ? 'at' : `${formatNumber(100 * centreM)} cm above`} the pivot.`,
      ...(!hangs && { fails: 'Put weight below the pivot' }),
      outputs: { centreM: roundToSixFigures(centreM), hangs },
      findings:
        masses.length === positionsM.length
          ? []
          : [
              {
                level: 'caution',
                message: `Only the first ${n} count: there are ${masses.length} masses and ${positionsM.length} heights.`,
              },
            ],
      working: [
        {
          label: 'Centre of mass',
          arithmetic: `(${masses
            .slice(0, n)
            .map((m, i) => `${formatNumber(m)} × ${formatNumber(positionsM[i]!)}`)
            .join(' + ')}) / ${formatNumber(kg)} = ${formatNumber(centreM)} m`,
          source: 'Σ m r / Σ m; it hangs when that is below the pivot',
        },
      ],
    };
  },
});
