import { molarMass } from '../physics';
import { MOST_HYDROGEN_L } from './limits';
import { AIR_G_PER_MOL, ATM_KPA, gasL } from './constants';
import {
  defineCalculator,
  choiceInput,
  numberInput,
  roundToSixFigures,
  knownInput,
  formatNumber,
  type BenchFinding,
} from './define';

const GASES = ['hydrogen', 'helium', 'air'] as const;
/** Heat of burning hydrogen to steam, kJ/mol. NIST Chemistry WebBook. */
const HYDROGEN_KJ = 241.8;
const gasGPerMol = (gas: (typeof GASES)[number]) =>
  ({ hydrogen: molarMass('H2'), helium: molarMass('He'), air: AIR_G_PER_MOL })[gas];

export const balloon = defineCalculator({
  id: 'balloon',
  title: 'Balloon',
  question: 'What does it lift, and how much burns?',
  topic: 'combustion',
  picture: ['volumeL', 'liftG'],
  scene: ({ volumeL, temperatureC }) => ({
    kind: 'bars',
    unit: 'g of lift',
    bars: GASES.map((gas) => ({
      label: gas,
      value: (volumeL / gasL(1, temperatureC)) * (AIR_G_PER_MOL - gasGPerMol(gas)),
    })),
  }),
  inputs: {
    gas: choiceInput('Gas', GASES),
    volumeL: numberInput('Volume', 'L', [0.1, 100], 3),
    temperatureC: knownInput('roomC', numberInput('Temperature', '°C', [-20, 45], 20)),
  },
  outputs: {
    liftG: { label: 'Lifts, less its rubber', unit: 'g' },
    energyKJ: { label: 'Energy if it burns', unit: 'kJ' },
  },
  work: ({ gas, volumeL, temperatureC }) => {
    const mol = volumeL / gasL(1, temperatureC);
    const perMol = gasGPerMol(gas);
    const liftG = mol * (AIR_G_PER_MOL - perMol);
    const energyKJ = gas === 'hydrogen' ? mol * HYDROGEN_KJ : 0;
    const findings: BenchFinding[] = [];
    if (gas === 'hydrogen')
      findings.push(
        {
          level: 'caution',
          message:
            'A long lighter, hair tied back, ears covered, nothing that burns above; hydrogen alone, never mixed with air or oxygen.',
          always: true,
        },
        ...(volumeL > MOST_HYDROGEN_L
          ? [
              {
                level: 'stop' as const,
                message: `More than ${MOST_HYDROGEN_L} L of hydrogen is not burned in a hall.`,
              },
            ]
          : []),
      );
    if (gas === 'helium')
      findings.push({
        level: 'stop',
        message: 'Nobody breathes it in: it takes the place of air.',
        always: true,
      });
    return {
      verdict:
        gas === 'air'
          ? 'It lifts nothing: it holds what is around it.'
          : `It lifts ${formatNumber(liftG, 2)} g less its rubber${energyKJ ? `, and burns with ${formatNumber(energyKJ, 2)} kJ` : ''}.`,
      outputs: { liftG: roundToSixFigures(liftG), energyKJ: roundToSixFigures(energyKJ) },
      findings,
      working: [
        {
          label: 'Lift',
          arithmetic: `${formatNumber(mol)} mol × (${formatNumber(AIR_G_PER_MOL, 5)} − ${formatNumber(perMol, 4)}) g/mol = ${formatNumber(liftG)} g`,
          source: `ideal gas at ${ATM_KPA} kPa; IUPAC weights, U.S. Standard Atmosphere`,
        },
        ...(energyKJ
          ? [
              {
                label: 'Energy',
                arithmetic: `${formatNumber(mol)} mol × ${HYDROGEN_KJ} = ${formatNumber(energyKJ)} kJ`,
                source: 'NIST Chemistry WebBook',
              },
            ]
          : []),
      ],
    };
  },
});
