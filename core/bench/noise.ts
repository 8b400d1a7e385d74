import {
  defineCalculator,
  numberInput,
  roundToSixFigures,
  knownInput,
  formatNumber,
  type BenchFinding,
} from './define';

/** Peak sound at work, dB(C): lower and upper action value, and limit. Directive 2003/10/EC, Article 3. */
const LOWER = 135;
const UPPER = 137;
const LIMIT = 140;

export const noise = defineCalculator({
  id: 'noise',
  title: 'Noise',
  question: 'How loud is it in the front row?',
  topic: 'sound',
  picture: ['distanceM', 'levelThereDB'],
  marks: {
    levelThereDB: [
      { label: 'ears covered', value: LOWER },
      { label: 'ears protected', value: UPPER },
      { label: 'limit', value: LIMIT },
    ],
  },
  inputs: {
    levelDB: numberInput('Peak level', 'dB(C)', [40, 190], 140),
    atM: numberInput('Measured at', 'm', [0.1, 100], 1),
    distanceM: knownInput('frontRowM', numberInput('Front row at', 'm', [0.1, 500], 3)),
    bangs: numberInput('At the same time', '', [1, 100], 1),
  },
  outputs: {
    levelThereDB: { label: 'In the front row', unit: 'dB(C)' },
    quietFromM: { label: `Below ${LOWER} dB(C) from`, unit: 'm' },
  },
  work: ({ levelDB, atM, distanceM, bangs }) => {
    const together = levelDB + 10 * Math.log10(Math.floor(bangs));
    const there = together - 20 * Math.log10(distanceM / atM);
    const quietFromM = atM * 10 ** ((together - LOWER) / 20);
    const findings: BenchFinding[] = [];
    if (there >= LIMIT)
      findings.push({
        level: 'stop',
        message: `${formatNumber(there)} dB(C) is past the limit of ${LIMIT}: nobody may be there, children least of all.`,
      });
    else if (there >= UPPER)
      findings.push({
        level: 'stop',
        message: `${formatNumber(there)} dB(C): ears are protected above ${UPPER}, which an audience is not. Move them back to ${formatNumber(quietFromM, 2)} m.`,
      });
    else if (there >= LOWER)
      findings.push({
        level: 'caution',
        message: `${formatNumber(there)} dB(C): everybody covers their ears, and is told so in time. Presenter and helpers are nearer: ear defenders.`,
      });
    return {
      verdict: `${formatNumber(there)} dB(C) in the front row${there < LOWER ? ', below what is acted on at work; hands over ears all the same' : ''}.`,
      limits: [{ what: 'Front row away from the bang', unit: 'm', min: Math.ceil(10 * quietFromM) / 10 }],
      outputs: { levelThereDB: roundToSixFigures(there), quietFromM: roundToSixFigures(quietFromM) },
      findings,
      working: [
        ...(bangs >= 2
          ? [
              {
                label: 'Together',
                arithmetic: `${formatNumber(levelDB)} + 10 log₁₀ ${Math.floor(bangs)} = ${formatNumber(together)} dB`,
                source: 'energies add',
              },
            ]
          : []),
        {
          label: 'There',
          arithmetic: `${formatNumber(together)} − 20 log₁₀(${formatNumber(distanceM)}/${formatNumber(atM)}) = ${formatNumber(there)} dB`,
          source: 'free field: 6 dB less for each doubling; a hall throws some back',
        },
        {
          label: 'Levels',
          arithmetic: `${LOWER}, ${UPPER}, ${LIMIT} dB(C)`,
          source: 'Directive 2003/10/EC, Article 3',
        },
      ],
    };
  },
});
