import { bench, figure, figuresOf, say, type BenchFinding } from './mould';

/** Faster than this a person on a stool is dizzy or thrown off. From memory. */
const MOST_RPM = 60;

/** Person, stool and two weights at arm's length r, kg m². */
const inertia = ({ bodyKgM2, weightKg }: { bodyKgM2: number; weightKg: number }, r: number) =>
  bodyKgM2 + 2 * weightKg * r * r;

export const spinningStool = bench({
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
    bodyKgM2: figure(
      'Body and stool',
      'kg m²',
      [0.3, 10],
      1.8,
      'Person and seat with arms in: 1.5 to 2.5 for grown-ups, less for children. From memory.',
    ),
    weightKg: figure('Weight in each hand', 'kg', [0, 5], 2),
    outM: figure('Arms out', 'm', [0.1, 1.2], 0.85),
    inM: figure('Arms in', 'm', [0.05, 1.2], 0.2),
    wheelKgM2: figure(
      'Wheel that is flipped',
      'kg m²',
      [0, 2],
      0.15,
      'A bicycle wheel has 0.1 to 0.2. From memory.',
    ),
    wheelRpm: figure('It spins with', 'turns a minute', [0, 600], 200),
    rpm: figure('First push', 'turns a minute', [1, 120], 20),
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
        says: `${say(rpmAfter)} turns a minute makes dizzy and may throw off: push with ${say(MOST_RPM / speedUp, 2)} at most.`,
      });
    if (inM > outM) findings.push({ level: 'note', says: 'Arms go further out: it slows down.' });
    return {
      verdict: `It turns ${say(speedUp)} times as fast: from ${say(rpm)} to ${say(rpmAfter)} turns a minute.`,
      outputs: {
        speedUp: figuresOf(speedUp),
        rpmAfter: figuresOf(rpmAfter),
        flipRpm: figuresOf(flipRpm),
        safePushRpm: figuresOf(MOST_RPM / Math.max(1, speedUp)),
      },
      findings,
      working: [
        {
          says: 'Arms out',
          sum: `${say(bodyKgM2)} + 2 × ${say(weightKg)} × ${say(outM)}² = ${say(at(outM))} kg m²`,
          source: 'I = I₀ + 2 m r²',
        },
        {
          says: 'Arms in',
          sum: `${say(bodyKgM2)} + 2 × ${say(weightKg)} × ${say(inM)}² = ${say(at(inM))} kg m²`,
          source: 'I = I₀ + 2 m r²',
        },
        {
          says: 'Faster by',
          sum: `${say(at(outM))} / ${say(at(inM))} = ${say(speedUp)}`,
          source: 'L = I ω is kept',
        },
        {
          says: 'The wheel flipped, weights put down',
          sum: `2 × ${say(wheelKgM2)} × ${say(wheelRpm)} / ${say(bodyKgM2)} = ${say(flipRpm)} turns a minute`,
          source: 'it gives 2 I ω of the wheel to the stool',
        },
      ],
    };
  },
});
