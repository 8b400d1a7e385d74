import {
  defineCalculator,
  numberInput,
  roundToSixFigures,
  knownInput,
  formatNumber,
  type BenchFinding,
} from './define';
import { CHILD_NOISE_DB, NOISE_DB } from './limits';

const { lower: LOWER, upper: UPPER, limit: LIMIT } = NOISE_DB;

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
    childrenFromM: { label: `Below ${CHILD_NOISE_DB} dB, for children, from`, unit: 'm' },
    levelInStepDB: { label: 'In the front row, if all peaks meet', unit: 'dB(C)' },
  },
  work: ({ levelDB, atM, distanceM, bangs }) => {
    // Bangs at one time add as energies; peaks that happen to meet add as pressures. What follows uses the latter.
    const asEnergies = levelDB + 10 * Math.log10(Math.floor(bangs));
    const together = levelDB + 20 * Math.log10(Math.floor(bangs));
    const there = together - 20 * Math.log10(distanceM / atM);
    const meanThere = asEnergies - 20 * Math.log10(distanceM / atM);
    const quietFromM = atM * 10 ** ((together - LOWER) / 20);
    const childrenFromM = atM * 10 ** ((together - CHILD_NOISE_DB) / 20);
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
    if (there >= CHILD_NOISE_DB && there < UPPER)
      findings.push({
        level: 'caution',
        message: `For children ${CHILD_NOISE_DB} dB is the limit: they sit ${formatNumber(childrenFromM, 2)} m away or further, or everybody covers their ears.`,
      });
    return {
      verdict: `${bangs >= 2 ? `${formatNumber(meanThere)} dB(C) in the front row, and up to ${formatNumber(there)} dB(C) if all peaks meet` : `${formatNumber(there)} dB(C) in the front row`}${there < LOWER ? ', below what is acted on at work; hands over ears all the same' : ''}.`,
      limits: [{ what: 'Front row away from the bang', unit: 'm', min: Math.ceil(10 * quietFromM) / 10 }],
      outputs: {
        levelThereDB: roundToSixFigures(meanThere),
        quietFromM: roundToSixFigures(quietFromM),
        childrenFromM: roundToSixFigures(childrenFromM),
        levelInStepDB: roundToSixFigures(there),
      },
      findings,
      working: [
        ...(bangs >= 2
          ? [
              {
                label: 'Together',
                arithmetic: `${formatNumber(levelDB)} + 10 log₁₀ ${Math.floor(bangs)} = ${formatNumber(asEnergies)} dB; if all peaks meet, + 20 log₁₀ ${Math.floor(bangs)} = ${formatNumber(together)} dB`,
                source: 'energies add; in the worst case pressures do',
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
          arithmetic: `${LOWER}, ${UPPER}, ${LIMIT} dB(C); children ${CHILD_NOISE_DB} dB`,
          source: 'Directive 2003/10/EC, Article 3; WHO, Guidelines for Community Noise (1999)',
        },
      ],
    };
  },
});
