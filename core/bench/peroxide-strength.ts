import { peroxideOf, STRONGEST_PCT, type PeroxideUnit } from '../physics';
import {
  defineCalculator,
  choiceInput,
  numberInput,
  roundToSixFigures,
  formatNumber,
  type BenchFinding,
} from './define';
import { peroxideHarm, PUBLIC_PEROXIDE_PCT } from './limits';

const UNITS = ['% w/w', 'mol/L', 'volumes'] as const;
const NAMED: Record<(typeof UNITS)[number], PeroxideUnit> = {
  '% w/w': 'pctWW',
  'mol/L': 'molPerL',
  volumes: 'volumes',
};

/** The strengths of Solutions in Stores, by themselves. */
export const peroxideStrength = defineCalculator({
  id: 'peroxide-strength',
  title: 'Names of a strength',
  question: 'How strong is this bottle?',
  topic: 'foam',
  picture: ['value', 'percentWW'],
  inputs: {
    named: choiceInput('The label says', UNITS),
    value: numberInput('How much of it', '', [0.01, 250], 6),
  },
  outputs: {
    percentWW: { label: 'By weight', unit: '% w/w' },
    molPerL: { label: 'Moles in a litre', unit: 'mol/L' },
    volumes: { label: 'Oxygen from one litre', unit: 'volumes' },
    gPerML: { label: 'Density', unit: 'g/mL' },
  },
  work: ({ named, value }) => {
    const found = peroxideOf(value, NAMED[named]);
    const { pctWW, molPerL, volumes, gPerML } = found ?? { pctWW: 0, molPerL: 0, volumes: 0, gPerML: 0 };
    const findings: BenchFinding[] = [];
    if (!found)
      findings.push({
        level: 'stop',
        message: `Above ${STRONGEST_PCT} % w/w nobody outside a laboratory has business.`,
      });
    const harm = found && peroxideHarm(pctWW);
    if (harm)
      findings.push({
        level: 'caution',
        message: `At ${formatNumber(pctWW, 2)} % it ${harm.message} (${harm.code})${pctWW > PUBLIC_PEROXIDE_PCT ? ' and feeds fires: trained people, gloves and goggles' : ': goggles'}. The safety data sheet comes first.`,
      });
    return {
      verdict: found
        ? `${formatNumber(pctWW)} % by weight, ${formatNumber(molPerL)} mol/L, ${formatNumber(volumes)} volumes.`
        : 'It is stronger than anything on this bench.',
      outputs: {
        percentWW: roundToSixFigures(pctWW),
        molPerL: roundToSixFigures(molPerL),
        volumes: roundToSixFigures(volumes),
        gPerML: roundToSixFigures(gPerML),
      },
      findings,
      working: [
        {
          label: 'Moles',
          arithmetic: `1000 × ${formatNumber(gPerML, 4)} g/mL × ${formatNumber(pctWW)} % / 34.014 g/mol = ${formatNumber(molPerL)} mol/L`,
          source: 'density by Easton, Mitchell & Wynne-Jones 1952, from memory; IUPAC weights',
        },
        {
          label: 'Volumes',
          arithmetic: `${formatNumber(molPerL)} × 22.414 L/mol / 2 = ${formatNumber(volumes)}`,
          source: '2 H₂O₂ → 2 H₂O + O₂, gas at 0 °C and 1 atm',
        },
      ],
    };
  },
});
