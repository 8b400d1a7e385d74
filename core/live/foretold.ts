import { inOrderOfText, quantile } from '../quantities';
import type { Script, Sum } from '../script';
import { MOST_TOLD, type BenchTold } from '../show';
import { playedAs, showingOf } from './played';
import type { ItemState } from './slices/stage';

/** What a bench of the demo foretold of an attempt: its verdict, and the figure that the demo's reading measures. */
export interface Foretold {
  benchId: string;
  title: string;
  says: string;
  /** Whether it said that it would not work. */
  fails: boolean;
  label?: string;
  value?: number | string;
  unit?: string;
}

/** What the benches foretold of an attempt, by its place from 0. Empty where the script leaves benches aside. */
export const foretoldOf = (script: Script, state: ItemState, attempt: number): Foretold[] =>
  foretoldBy(playedAs(script, state)?.sums ?? [], showingOf(script, state, attempt));

/** The same from what an item's benches worked out, by level of its series. */
export const foretoldBy = (byLevel: readonly (readonly Sum[])[], showing: number): Foretold[] =>
  (byLevel[showing] ?? byLevel[0] ?? []).flatMap(({ held, title, verdict, fails, refused, foretold }) =>
    refused === undefined
      ? [{ benchId: held.benchId, title, says: verdict, fails: fails !== undefined, ...foretold }]
      : [],
  );

/** How a bench has done at a demo so far: what it said against what happened, and how far its figure was off. */
export interface BenchSoFar {
  saidWorks: number;
  workedThen: number;
  saidFails: number;
  failedThen: number;
  /** Attempts of which its figure was read as well, and by how much the reading was more, in the middle. */
  read: number;
  offBy: number;
}

interface Told {
  outcome: 'worked' | 'partly' | 'failed' | 'not tried';
  reading?: number | string;
  foretold?: readonly Foretold[];
}

/** How often each bench foretold an attempt at each venue, and was wrong: the most used first, as `DemoRecord` keeps them. Pure. */
export function toldByVenue(attempts: readonly (Told & { venueId: string })[]): BenchTold[] {
  const found = new Map<string, BenchTold>();
  for (const { outcome, foretold = [], venueId } of attempts) {
    if (outcome === 'not tried') continue;
    for (const { benchId, fails } of foretold) {
      const key = `${benchId} ${venueId}`;
      const { told, wrong } = found.get(key) ?? { told: 0, wrong: 0 };
      const isWrong = fails !== (outcome === 'failed');
      found.set(key, { benchId, venueId, told: told + 1, wrong: wrong + (isWrong ? 1 : 0) });
    }
  }
  return [...found]
    .sort(([a, x], [b, y]) => y.told - x.told || inOrderOfText(a, b))
    .slice(0, MOST_TOLD)
    .map(([, of]) => of);
}

/** What a bench foretold of attempts against what became of them; those not tried say nothing. Pure. */
export function benchSoFar(attempts: readonly Told[], benchId: string): BenchSoFar {
  const told = attempts.flatMap(({ outcome, reading, foretold }) => {
    const of = outcome === 'not tried' ? undefined : foretold?.find((f) => f.benchId === benchId);
    return of ? [{ outcome, reading, of }] : [];
  });
  const [no, yes] = [told.filter((t) => t.of.fails), told.filter((t) => !t.of.fails)];
  const offs = told.flatMap(({ reading, of }) =>
    typeof reading === 'number' && typeof of.value === 'number' ? [reading - of.value] : [],
  );
  return {
    saidWorks: yes.length,
    workedThen: yes.filter((t) => t.outcome !== 'failed').length,
    saidFails: no.length,
    failedThen: no.filter((t) => t.outcome === 'failed').length,
    read: offs.length,
    offBy: offs.length ? quantile(offs, 0.5) : 0,
  };
}
