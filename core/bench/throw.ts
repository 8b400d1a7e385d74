import { G } from './constants';
import { defineCalculator, numberInput, roundToSixFigures, formatNumber } from './define';

/** Free fall without drag: speeds along and up, m/s, and when it lands, s. */
function flight({ speedMS, angleDeg, fromM }: Record<'speedMS' | 'angleDeg' | 'fromM', number>) {
  const angle = (angleDeg * Math.PI) / 180;
  const [along, up] = [speedMS * Math.cos(angle), speedMS * Math.sin(angle)];
  return { along, up, landsS: (up + Math.sqrt(up * up + 2 * G * fromM)) / G };
}

/** Drag coefficient of a ball, at the speeds of a hand. Handbooks of fluid mechanics. */
const BALL_DRAG = 0.47;
/** Dry air at 15 °C, kg/m³. International Standard Atmosphere. */
const AIR_KG_PER_M3 = 1.225;
/** Steps of the integration through the flight without drag, which is never shorter. */
const STEPS = 100;
/** No step takes more than this share off the speed by drag alone. */
const MOST_LOSS = 0.2;
/** A ball that floats down for ever is not followed to the ground. */
const MOST_STEPS = 4_000;

interface Thrown {
  speedMS: number;
  angleDeg: number;
  fromM: number;
  massG: number;
  acrossMM: number;
}

/** The path of a ball through air to where it lands, by the Runge–Kutta method of the fourth order. */
function pathInAir(v: Thrown): [x: number, y: number][] {
  const { along, up, landsS } = flight(v);
  const areaM2 = (Math.PI / 4) * (v.acrossMM / 1000) ** 2;
  const k = (AIR_KG_PER_M3 * BALL_DRAG * areaM2) / 2 / (v.massG / 1000);
  type State = readonly [x: number, y: number, vx: number, vy: number];
  const rate = ([, , vx, vy]: State): State => {
    const drag = k * Math.hypot(vx, vy);
    return [vx, vy, -drag * vx, -G - drag * vy];
  };
  const plus = (a: State, b: State, h: number) => a.map((n, i) => n + h * b[i]!) as unknown as State;
  let now: State = [0, v.fromM, along, up];
  const path: [number, number][] = [[0, v.fromM]];
  while (landsS > 1e-6 && path.length <= MOST_STEPS) {
    const speed = Math.hypot(now[2], now[3]);
    const dt = Math.min(landsS / STEPS, MOST_LOSS / (k * Math.max(speed, 1e-9)));
    const a = rate(now);
    const b = rate(plus(now, a, dt / 2));
    const c = rate(plus(now, b, dt / 2));
    const d = rate(plus(now, c, dt));
    const mean = a.map((n, i) => (n + 2 * b[i]! + 2 * c[i]! + d[i]!) / 6) as unknown as State;
    const next = plus(now, mean, dt);
    if (next[1] <= 0) {
      const share = now[1] / (now[1] - next[1]);
      path.push([now[0] + share * (next[0] - now[0]), 0]);
      break;
    }
    path.push([next[0], next[1]]);
    now = next;
  }
  return path;
}

/** The golden section, and how often it is taken: to a thousandth of the angles. */
const GOLDEN = (Math.sqrt(5) - 1) / 2;
const SECTIONS = 15;

/** How far a ball goes in air at the angle at which it goes furthest: with drag there is one such angle. */
function furthestInAir(v: Thrown): number {
  const reach = (angleDeg: number) => pathInAir({ ...v, angleDeg }).at(-1)![0];
  let [low, high] = [0, 90];
  let best = Math.max(reach(v.angleDeg), reach(0));
  for (let i = 0; i < SECTIONS; i++) {
    const [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
    const [ra, rb] = [reach(a), reach(b)];
    best = Math.max(best, ra, rb);
    if (ra > rb) high = b;
    else low = a;
  }
  return best;
}

/** Points of the path that is drawn. */
const POINTS = 60;

export const throwAndFall = defineCalculator({
  id: 'throw',
  title: 'Throw and fall',
  question: 'How far and how high can it go?',
  topic: 'air pressure',
  picture: ['angleDeg', 'reachM'],
  scene: (v) => {
    const { along, up, landsS } = flight(v);
    return {
      kind: 'lines',
      x: 'Metres away',
      y: 'Metres high',
      lines: [
        {
          label: 'without air',
          points: Array.from({ length: POINTS + 1 }, (_, i) => {
            const s = (landsS * i) / POINTS;
            return [along * s, Math.max(0, v.fromM + up * s - (G * s * s) / 2)] as const;
          }),
        },
        { label: 'a ball in air', points: pathInAir(v) },
      ],
    };
  },
  inputs: {
    speedMS: numberInput('Speed', 'm/s', [0.1, 300], 10),
    angleDeg: numberInput('Angle above level', '°', [0, 90], 45),
    fromM: numberInput('Thrown from', 'm', [0, 30], 0, 'Height above where it lands.'),
    massG: numberInput('A ball weighs', 'g', [2, 20_000], 60),
    acrossMM: numberInput('and is across', 'mm', [1, 250], 65),
  },
  outputs: {
    reachInAirM: { label: 'A ball reaches, in air', unit: 'm' },
    heightInAirM: { label: 'A ball rises to, in air', unit: 'm' },
    reachM: { label: 'Reaches', unit: 'm' },
    heightM: { label: 'Rises to', unit: 'm' },
    worstReachM: { label: 'Furthest at any angle', unit: 'm' },
    worstReachInAirM: { label: 'A ball in air, furthest at any angle', unit: 'm' },
    worstHeightM: { label: 'Highest, straight up', unit: 'm' },
  },
  work: (v) => {
    const { speedMS, angleDeg, fromM } = v;
    const path = pathInAir(v);
    const reachInAirM = path.at(-1)![0];
    const heightInAirM = Math.max(...path.map(([, y]) => y));
    const { along, up, landsS } = flight({ speedMS, angleDeg, fromM });
    const reachM = along * landsS;
    const heightM = fromM + (up * up) / (2 * G);
    const worstReachM = (speedMS / G) * Math.sqrt(speedMS ** 2 + 2 * G * fromM);
    const worstReachInAirM = furthestInAir(v);
    const worstHeightM = fromM + speedMS ** 2 / (2 * G);
    return {
      verdict: `It lands ${formatNumber(reachM)} m away and rises to ${formatNumber(heightM)} m. Whatever the angle: ${formatNumber(worstReachM)} m and ${formatNumber(worstHeightM)} m at most.`,
      limits: [
        { what: 'Nobody and nothing within, ahead', unit: 'm', min: Math.ceil(10 * worstReachM) / 10 },
      ],
      outputs: {
        reachInAirM: roundToSixFigures(reachInAirM),
        heightInAirM: roundToSixFigures(heightInAirM),
        reachM: roundToSixFigures(reachM),
        heightM: roundToSixFigures(heightM),
        worstReachM: roundToSixFigures(worstReachM),
        worstReachInAirM: roundToSixFigures(worstReachInAirM),
        worstHeightM: roundToSixFigures(worstHeightM),
      },
      findings: [
        {
          level: 'caution',
          message: `Worked out without drag, which only shortens it (a ball like this one: ${formatNumber(worstReachInAirM)} m). Keep the front row and lamps out of ${formatNumber(worstReachM)} m and ${formatNumber(worstHeightM)} m, or aim where nothing is.`,
          always: true,
        },
      ],
      working: [
        {
          label: 'Reach',
          arithmetic: `v cos θ (v sin θ + √(v² sin² θ + 2 g h))/g = ${formatNumber(reachM)} m`,
          source: 'free fall, no drag',
        },
        {
          label: 'Height',
          arithmetic: `${formatNumber(fromM)} + (v sin θ)²/2g = ${formatNumber(heightM)} m`,
          source: 'free fall, no drag',
        },
        {
          label: 'In air',
          arithmetic: `½ × ${AIR_KG_PER_M3} kg/m³ × ${BALL_DRAG} × area × v², step by step: ${formatNumber(reachInAirM)} m`,
          source: 'drag of a ball, handbooks of fluid mechanics; Runge–Kutta',
        },
        {
          label: 'Worst case',
          arithmetic: `${formatNumber(speedMS)}/9.80665 × √(${formatNumber(speedMS)}² + 2 × 9.80665 × ${formatNumber(fromM)}) = ${formatNumber(worstReachM)} m`,
          source: 'furthest over all angles, no drag: (v/g) √(v² + 2 g h)',
        },
      ],
    };
  },
});
