import { peroxideOf, STRONGEST_PCT, type PeroxideUnit } from '../physics';
import { bench, choice, figure, figuresOf, say, type BenchFinding } from './mould';
import { PUBLIC_PCT } from './peroxide-foam';

const UNITS = ['% w/w', 'mol/L', 'volumes'] as const;
const NAMED: Record<(typeof UNITS)[number], PeroxideUnit> = {
  '% w/w': 'pctWW',
  'mol/L': 'molPerL',
  volumes: 'volumes',
};

/** The strengths of Solutions in Stores, by themselves. */
export const peroxideStrength = bench({
  id: 'peroxide-strength',
  title: 'Names of a strength',
  question: 'How strong is this bottle?',
  topic: 'foam',
  picture: ['value', 'percentWW'],
  inputs: {
    named: choice('The label says', UNITS),
    value: figure('How much of it', '', [0.01, 250], 6),
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
        says: `Above ${STRONGEST_PCT} % w/w nobody outside a laboratory has business.`,
      });
    else if (pctWW > PUBLIC_PCT)
      findings.push({
        level: 'caution',
        says: `Above ${PUBLIC_PCT} % it burns skin and eyes and feeds fires: trained people, gloves, goggles. The safety data sheet comes first.`,
      });
    return {
      verdict: found
        ? `${say(pctWW)} % by weight, ${say(molPerL)} mol/L, ${say(volumes)} volumes.`
        : 'It is stronger than anything on this bench.',
      outputs: {
        percentWW: figuresOf(pctWW),
        molPerL: figuresOf(molPerL),
        volumes: figuresOf(volumes),
        gPerML: figuresOf(gPerML),
      },
      findings,
      working: [
        {
          says: 'Moles',
          sum: `1000 × ${say(gPerML, 4)} g/mL × ${say(pctWW)} % / 34.014 g/mol = ${say(molPerL)} mol/L`,
          source: 'density by Easton, Mitchell & Wynne-Jones 1952, from memory; IUPAC weights',
        },
        {
          says: 'Volumes',
          sum: `${say(molPerL)} × 22.414 L/mol / 2 = ${say(volumes)}`,
          source: '2 H₂O₂ → 2 H₂O + O₂, gas at 0 °C and 1 atm',
        },
      ],
    };
  },
});
