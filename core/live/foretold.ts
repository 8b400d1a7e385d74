import type { Script, Sum } from '../script';
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
