import { defineCalculator, numberInput, roundToSixFigures, formatNumber } from './define';

export const ladder = defineCalculator({
  id: 'ladder',
  title: 'Ladder',
  question: 'How many pieces?',
  topic: 'foam',
  picture: ['levels', 'pieces'],
  scene: ({ levels }) => ({
    kind: 'bars',
    unit: 'pieces',
    bars: Array.from({ length: Math.floor(levels) }, (_, i) => ({ label: String(i + 1), value: i + 1 })),
  }),
  inputs: {
    levels: numberInput('Levels, from 1 to', '', [1, 50], 10),
    finaleStations: numberInput('Stations of the finale', '', [0, 100], 0),
    finalePieces: numberInput('Pieces at each', 'pieces', [0, 1000], 10),
  },
  outputs: { pieces: { label: 'Pieces', unit: 'pieces' } },
  work: ({ levels, finaleStations, finalePieces }) => {
    const n = Math.floor(levels);
    const rungs = (n * (n + 1)) / 2;
    const finale = Math.floor(finaleStations) * Math.floor(finalePieces);
    return {
      verdict: `${formatNumber(rungs + finale, 6)} ${rungs + finale === 1 ? 'piece' : 'pieces'}${finale ? `: ${formatNumber(rungs, 6)} for the ladder and ${formatNumber(finale, 6)} for the finale` : ''}. Take some more: they break.`,
      outputs: { pieces: roundToSixFigures(rungs + finale) },
      findings: [],
      working: [
        { label: 'Ladder', arithmetic: `${n} × ${n + 1} / 2 = ${rungs}`, source: '1 + 2 + … + n' },
        {
          label: 'Finale',
          arithmetic: `${Math.floor(finaleStations)} × ${Math.floor(finalePieces)} = ${finale}`,
          source: 'stations × pieces',
        },
      ],
    };
  },
});
