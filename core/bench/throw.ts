import { G } from './constants';
import { bench, figure, figuresOf, say } from './mould';

export const throwAndFall = bench({
  id: 'throw',
  title: 'Throw and fall',
  question: 'How far and how high can it go?',
  topic: 'air pressure',
  picture: ['angleDeg', 'reachM'],
  inputs: {
    speedMS: figure('Speed', 'm/s', [0.1, 100], 10),
    angleDeg: figure('Angle above level', '°', [0, 90], 45),
    fromM: figure('Thrown from', 'm', [0, 30], 0, 'Height above where it lands.'),
  },
  outputs: {
    reachM: { label: 'Reaches', unit: 'm' },
    heightM: { label: 'Rises to', unit: 'm' },
    worstReachM: { label: 'Furthest at any angle, from the ground', unit: 'm' },
    worstHeightM: { label: 'Highest, straight up', unit: 'm' },
  },
  work: ({ speedMS, angleDeg, fromM }) => {
    const angle = (angleDeg * Math.PI) / 180;
    const [along, up] = [speedMS * Math.cos(angle), speedMS * Math.sin(angle)];
    const reachM = (along * (up + Math.sqrt(up * up + 2 * G * fromM))) / G;
    const heightM = fromM + (up * up) / (2 * G);
    const worstReachM = speedMS ** 2 / G;
    const worstHeightM = fromM + speedMS ** 2 / (2 * G);
    return {
      verdict: `It lands ${say(reachM)} m away and rises to ${say(heightM)} m. Whatever the angle: ${say(worstReachM)} m and ${say(worstHeightM)} m at most.`,
      limits: [
        { what: 'Nobody and nothing within, ahead', unit: 'm', min: Math.ceil(10 * worstReachM) / 10 },
      ],
      outputs: {
        reachM: figuresOf(reachM),
        heightM: figuresOf(heightM),
        worstReachM: figuresOf(worstReachM),
        worstHeightM: figuresOf(worstHeightM),
      },
      findings: [
        {
          level: 'caution',
          says: `Without drag, which only shortens it. Keep the front row and lamps out of ${say(worstReachM)} m and ${say(worstHeightM)} m, or aim where nothing is.`,
          always: true,
        },
      ],
      working: [
        {
          says: 'Reach',
          sum: `v cos θ (v sin θ + √(v² sin² θ + 2 g h))/g = ${say(reachM)} m`,
          source: 'free fall, no drag',
        },
        {
          says: 'Height',
          sum: `${say(fromM)} + (v sin θ)²/2g = ${say(heightM)} m`,
          source: 'free fall, no drag',
        },
        {
          says: 'Worst case',
          sum: `${say(speedMS)}²/9.80665 = ${say(worstReachM)} m`,
          source: 'R = v²/g at 45°',
        },
      ],
    };
  },
});
