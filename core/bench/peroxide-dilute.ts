import { diluted, peroxideDensity, STRONGEST_PCT } from '../physics';
import {
  defineCalculator,
  numberInput,
  roundToSixFigures,
  knownInput,
  formatNumber,
  type BenchFinding,
} from './define';
import { peroxideHarm, PUBLIC_PEROXIDE_PCT } from './limits';
import { volumeStrengthOf } from './peroxide-foam';

const partsOf = (v: Record<'stockPercentWW' | 'wantedPercentWW' | 'wantedML', number>) =>
  diluted(
    v.wantedML * peroxideDensity(v.wantedPercentWW),
    v.wantedPercentWW,
    v.stockPercentWW,
    peroxideDensity(v.stockPercentWW),
  );

export const peroxideDilute = defineCalculator({
  id: 'peroxide-dilute',
  title: 'Weaker peroxide',
  question: 'How much of which makes it weaker?',
  topic: 'foam',
  picture: ['wantedPercentWW', 'stockML'],
  scene: (v) => {
    const parts = partsOf(v);
    return {
      kind: 'vessel',
      vesselL: v.wantedML / 1000,
      layers: [
        { label: 'water', litres: (parts?.waterML ?? 0) / 1000 },
        { label: 'from the bottle', litres: (parts?.stockML ?? 0) / 1000 },
      ],
    };
  },
  inputs: {
    stockPercentWW: knownInput('strengthPercent', numberInput('Bottle', '% w/w', [0.5, STRONGEST_PCT], 12)),
    wantedPercentWW: numberInput('Wanted', '% w/w', [0.1, STRONGEST_PCT], 6),
    wantedML: numberInput('How much', 'mL', [1, 20_000], 500),
  },
  outputs: {
    stockML: { label: 'From the bottle', unit: 'mL' },
    waterML: { label: 'Water', unit: 'mL' },
    volumeStrength: { label: 'Strength, as bottles say it', unit: 'volumes' },
  },
  work: ({ stockPercentWW, wantedPercentWW, wantedML }) => {
    const made = wantedML * peroxideDensity(wantedPercentWW);
    const parts = partsOf({ stockPercentWW, wantedPercentWW, wantedML });
    const volumes = volumeStrengthOf(wantedPercentWW);
    const findings: BenchFinding[] = [
      {
        level: 'caution',
        message:
          'Peroxide into water, clean vessels, never stoppered tight; goggles and gloves. The safety data sheet comes first.',
        always: true,
      },
    ];
    const harm = peroxideHarm(stockPercentWW);
    if (harm)
      findings.push({
        level: 'caution',
        message: `The bottle's ${formatNumber(stockPercentWW)} % ${harm.message} (${harm.code}).${stockPercentWW > PUBLIC_PEROXIDE_PCT ? ' It is for trained people.' : ''}`,
      });
    return {
      verdict: parts
        ? `${formatNumber(parts.stockML)} mL from the bottle and ${formatNumber(parts.waterML)} mL of water; the label says ${formatNumber(volumes, 2)} volumes.`
        : 'The bottle is weaker than what is wanted: nothing makes it stronger.',
      ...(!parts && { fails: 'Take a stronger bottle' }),
      outputs: {
        stockML: roundToSixFigures(parts?.stockML ?? 0),
        waterML: roundToSixFigures(parts?.waterML ?? 0),
        volumeStrength: roundToSixFigures(volumes),
      },
      findings: parts ? findings : [{ level: 'stop', message: 'Never boil peroxide down.' }],
      working: [
        {
          label: 'By mass',
          arithmetic: `${formatNumber(made, 4)} g × ${formatNumber(wantedPercentWW)}/${formatNumber(stockPercentWW)}${parts ? ` = ${formatNumber(parts.stockG, 4)} g of the bottle’s` : ': more than all of it'}`,
          source: 'percent by weight; density by Easton, Mitchell & Wynne-Jones 1952, from memory',
        },
      ],
    };
  },
});
