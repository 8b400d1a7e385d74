import { defineCalculator, numberInput, roundToSixFigures, formatNumber, type BenchFinding } from './define';

/** Faster than this a person on a stool is dizzy or thrown off. From memory. */
const MOST_RPM = 60;

/** Person, stool and two weights at arm's length r, kg m². */
const inertia = ({ bodyKgM2, weightKg }: { bodyKgM2: number; weightKg: number }, r: number) =>
  bodyKgM2 + 2 * weightKg * r * r;

export const spinningStool = defineCalculator({
  id: 'spinning-stool',
  title: 'Spinning stool',
  question: 'How much faster with arms in?',
  topic: 'rotation',
  picture: ['weightKg', 'speedUp'],
  scene: (v) => ({
    kind: 'bars',
    unit: 'turns a minute',
    bars: [
      { label: 'arms out', value: v.rpm },
      { label: 'arms in', value: v.rpm * (inertia(v, v.outM) / inertia(v, v.inM)) },
    ],
  }),
  marks: { rpmAfter: [{ label: 'dizzy', value: MOST_RPM }] },
  inputs: {
    bodyKgM2: numberInput(
      'Body and stool',
      'kg m²',
      [0.3, 10],
      1.8,
      'Person and seat with arms in: 1.5 to 2.5 for grown-ups, less for children. From memory.',
    ),
    weightKg: numberInput('Weight in each hand', 'kg', [0, 5], 2),
    outM: numberInput('Arms out', 'm', [0.1, 1.2], 0.85),
    inM: numberInput('Arms in', 'm', [0.05, 1.2], 0.2),
    wheelKgM2: numberInput(
      'Wheel that is flipped',
      'kg m²',
      [0, 2],
      0.15,
      'A bicycle wheel has 0.1 to 0.2. From memory.',
    ),
    wheelRpm: numberInput('It spins with', 'turns a minute', [0, 600], 200),
    rpm: numberInput('First push', 'turns a minute', [1, 120], 20),
  },
  outputs: {
    speedUp: { label: 'Faster by', unit: '' },
    rpmAfter: { label: 'Turns with arms in', unit: '1/min' },
    flipRpm: { label: 'Flipping the wheel gives', unit: '1/min' },
    safePushRpm: { label: 'First push at most', unit: '1/min' },
  },
  work: ({ bodyKgM2, weightKg, outM, inM, rpm, wheelKgM2, wheelRpm }) => {
    const at = (r: number) => inertia({ bodyKgM2, weightKg }, r);
    const speedUp = at(outM) / at(inM);
    const rpmAfter = rpm * speedUp;
    const flipRpm = (2 * wheelKgM2 * wheelRpm) / bodyKgM2;
    const findings: BenchFinding[] = [];
    if (rpmAfter > MOST_RPM)
      findings.push({
        level: rpmAfter > 1.5 * MOST_RPM ? 'stop' : 'caution',
        message: `${formatNumber(rpmAfter)} turns a minute makes dizzy and may throw off: push with ${formatNumber(MOST_RPM / speedUp, 2)} at most.`,
      });
    if (inM > outM) findings.push({ level: 'note', message: 'Arms go further out: it slows down.' });
    return {
      verdict: `It turns ${formatNumber(speedUp)} times as fast: from ${formatNumber(rpm)} to ${formatNumber(rpmAfter)} turns a minute.`,
      outputs: {
        speedUp: roundToSixFigures(speedUp),
        rpmAfter: roundToSixFigures(rpmAfter),
        flipRpm: roundToSixFigures(flipRpm),
        safePushRpm: roundToSixFigures(MOST_RPM / Math.max(1, speedUp)),
      },
      findings,
      working: [
        {
          label: 'Arms out',
          arithmetic: `${formatNumber(bodyKgM2)} + 2 × ${formatNumber(weightKg)} × ${formatNumber(outM)}² = ${formatNumber(at(outM))} kg m²`,
          source: 'I = I₀ + 2 m r²',
        },
        {
          label: 'Arms in',
          arithmetic: `${formatNumber(bodyKgM2)} + 2 × ${formatNumber(weightKg)} × ${formatNumber(inM)}² = ${formatNumber(at(inM))} kg m²`,
          source: 'I = I₀ + 2 m r²',
        },
        {
          label: 'Faster by',
          arithmetic: `${formatNumber(at(outM))} / ${formatNumber(at(inM))} = ${formatNumber(speedUp)}`,
          source: 'L = I ω is kept',
        },
        {
          label: 'The wheel flipped, weights put down',
          arithmetic: `2 × ${formatNumber(wheelKgM2)} × ${formatNumber(wheelRpm)} / ${formatNumber(bodyKgM2)} = ${formatNumber(flipRpm)} turns a minute`,
          source: 'it gives 2 I ω of the wheel to the stool',
        },
      ],
    };
  },
});
