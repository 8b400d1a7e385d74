import fc from 'fast-check';
import { minimalNetwork } from '../../testing/minimal-network';
import { ConsistentNetwork, type Contradiction } from './consistent';
import { earliestTimes, latestTimes, type Link } from './network';
import { longestPath } from './path';

const link = (from: number, to: number, lagS: number): Link<string> => ({
  from,
  to,
  lagS,
  why: `${from}→${to}`,
});
/** The first link of a list that cannot hold with those before it, as the circle it closes. */
function firstContradiction(
  points: number,
  links: readonly Link<string>[],
): Contradiction<string> | undefined {
  const network = new ConsistentNetwork<string>(points);
  for (const l of links) {
    const found = network.add(l);
    if (found) return found;
  }
  return undefined;
}
const between = (from: number, to: number, least: number, most: number) => [
  link(from, to, least),
  link(to, from, -most),
];

describe('a simple temporal network', () => {
  // Dechter, Meiri & Pearl, Temporal constraint networks, Artificial Intelligence 49 (1991), Example 1.1 with John by
  // car (30–40 min) and Fred by car pool (40–50 min): John leaves home between 7:10 and 7:20, Fred arrives between
  // 8:00 and 8:10, John arrives 10 to 20 min after Fred left. Points: 7:00, John leaves, John arrives, Fred leaves,
  // Fred arrives. Their Table 1 gives the lengths of the shortest paths.
  const commute = [
    ...between(0, 1, 10, 20),
    ...between(1, 2, 30, 40),
    ...between(3, 2, 10, 20),
    ...between(3, 4, 40, 50),
    ...between(0, 4, 60, 70),
  ];

  test('has the minimal network of the published example', () => {
    expect(minimalNetwork(5, commute)).toEqual([
      [0, 20, 50, 30, 70],
      [-10, 0, 40, 20, 60],
      [-40, -30, 0, -10, 30],
      [-20, -10, 20, 0, 50],
      [-60, -50, -20, -40, 0],
    ]);
    expect([...earliestTimes(5, commute)!]).toEqual([0, 10, 40, 20, 60]);
    expect([...latestTimes(5, commute, () => Infinity)]).toEqual([0, 20, 50, 30, 70]);
  });

  // The question the paper asks: did John take the bus (at least 60 min) and Fred the car pool? He cannot have.
  test('is contradictory where John takes the bus, and the cycle is its proof', () => {
    const byBus = commute.flatMap((l) =>
      l.from === 1 && l.to === 2 ? [link(1, 2, 60)] : l.from === 2 && l.to === 1 ? [] : [l],
    );
    expect(minimalNetwork(5, byBus)).toBeUndefined();
    const { cycle, excessS } = firstContradiction(5, byBus)!;
    // 7:10 and 60 min, less 20 min, and 40 min are 8:30; Fred was there by 8:10.
    expect(excessS).toBe(20);
    expect(cycle.reduce((sum, l) => sum + l.lagS, 0)).toBe(excessS);
    cycle.forEach((l, i) => expect(l.to).toBe(cycle[(i + 1) % cycle.length]!.from));
  });
});

describe('a project network', () => {
  // The Reliable Construction Co. of Hillier & Lieberman, Introduction to Operations Research (7th to 9th eds., chapter
  // on PERT/CPM): weeks and predecessors of fourteen activities. Their answer: 44 weeks, critical path A B C E F J L N,
  // slack 4 for D, G, H and M, 2 for I, 1 for K.
  const activities: [string, number, string][] = [
    ['A', 2, ''],
    ['B', 4, 'A'],
    ['C', 10, 'B'],
    ['D', 6, 'C'],
    ['E', 4, 'C'],
    ['F', 5, 'E'],
    ['G', 7, 'D'],
    ['H', 9, 'EG'],
    ['I', 7, 'C'],
    ['J', 8, 'FI'],
    ['K', 4, 'J'],
    ['L', 5, 'J'],
    ['M', 2, 'H'],
    ['N', 6, 'KL'],
  ];
  const point = (name: string) => activities.findIndex(([n]) => n === name) + 1;
  const finish = activities.length + 1;
  const weeks = (name: string) => activities[point(name) - 1]![1];
  const links = activities.flatMap(([name, length, before]) => [
    link(0, point(name), 0),
    ...[...before].map((b) => link(point(b), point(name), weeks(b))),
    link(point(name), finish, length),
  ]);

  test('has the published length, critical path and floats', () => {
    const earliest = earliestTimes(finish + 1, links)!;
    const latest = latestTimes(finish + 1, links, (p) => (p === finish ? earliest[finish]! : Infinity));
    expect(earliest[finish]).toBe(44);
    const floats = Object.fromEntries(activities.map(([n]) => [n, latest[point(n)]! - earliest[point(n)]!]));
    expect(floats).toEqual({
      A: 0,
      B: 0,
      C: 0,
      D: 4,
      E: 0,
      F: 0,
      G: 4,
      H: 4,
      I: 2,
      J: 0,
      K: 1,
      L: 0,
      M: 4,
      N: 0,
    });
    expect([...earliest].slice(1, 15)).toEqual([0, 2, 6, 16, 16, 20, 22, 29, 16, 25, 33, 33, 38, 38]);
  });
});

const anyNetwork = fc.integer({ min: 2, max: 7 }).chain((points) =>
  fc.record({
    points: fc.constant(points),
    links: fc.array(
      fc
        .tuple(fc.nat(points - 1), fc.nat(points - 1), fc.integer({ min: -30, max: 20 }))
        .filter(([a, b]) => a !== b)
        .map(([a, b, lag]) => link(a, b, lag)),
      { maxLength: 14 },
    ),
  }),
);

test('a contradiction is found just where all shortest paths find one, and is a circle that gains time', () => {
  fc.assert(
    fc.property(anyNetwork, ({ points, links }) => {
      const found = firstContradiction(points, links);
      expect(found === undefined).toBe(minimalNetwork(points, links) !== undefined);
      if (!found) return;
      expect(found.cycle.reduce((sum, l) => sum + l.lagS, 0)).toBe(found.excessS);
      expect(found.excessS).toBeGreaterThan(0);
      found.cycle.forEach((l, i) => expect(l.to).toBe(found.cycle[(i + 1) % found.cycle.length]!.from));
    }),
    { seed: 5, numRuns: 400 },
  );
});

test('the circle told is the one missed by most, and no other of that size has fewer links', () => {
  fc.assert(
    fc.property(anyNetwork, ({ points, links }) => {
      const found = firstContradiction(points, links);
      if (!found) return;
      const closing = found.cycle.at(-1)!;
      const others = links.slice(0, links.indexOf(closing));
      // Brute force: the best gain of walks of 1, 2, … links from the closing link's end to its beginning.
      let row = Array.from({ length: points }, (_, i) => (i === closing.to ? 0 : -Infinity));
      let most = -Infinity;
      let fewest = 0;
      for (let length = 1; length <= points; length++) {
        const next = new Array<number>(points).fill(-Infinity);
        for (const l of others) next[l.to] = Math.max(next[l.to]!, row[l.from]! + l.lagS);
        if (next[closing.from]! > most) [most, fewest] = [next[closing.from]!, length];
        row = next;
      }
      expect(found.excessS).toBe(most + closing.lagS);
      expect(found.cycle.length).toBe(fewest + 1);
    }),
    { seed: 6, numRuns: 400 },
  );
});

test('whatever is refused, the links that were taken hold together, and a link loosened by its miss is taken', () => {
  fc.assert(
    fc.property(anyNetwork, ({ points, links }) => {
      const network = new ConsistentNetwork<string>(points);
      const taken: Link<string>[] = [];
      for (const l of links) {
        const found = network.add(l);
        const kept = found ? { ...l, lagS: l.lagS - found.excessS } : l;
        if (found) expect(network.add(kept)).toBeUndefined();
        taken.push(kept);
      }
      expect(minimalNetwork(points, taken)).toBeDefined();
    }),
    { seed: 7, numRuns: 300 },
  );
});

test('where nothing leads there is no path', () => {
  expect(longestPath([[], []], 0, 1)).toBeUndefined();
});

test('of equally long ways the one with the fewest links is given, whichever is found first', () => {
  const direct = link(0, 3, 9);
  const steps = [link(0, 1, 3), link(1, 2, 3), link(2, 3, 3)];
  const out = (links: Link<string>[]) => [0, 1, 2, 3].map((at) => links.filter((l) => l.from === at));
  for (const links of [
    [direct, ...steps],
    [...steps, direct],
  ])
    expect(longestPath(out(links), 0, 3)).toEqual({ lengthS: 9, path: [direct] });
});
