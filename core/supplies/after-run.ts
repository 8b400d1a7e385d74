import type { BaseUnit } from '../quantities';
import { firstExpiredFirst, outWith, type LotStock } from './ledger';
import { type WrittenMove } from './moves';
import type { ConsumableTotal } from './wants';
import { rounded } from './spread';

/** What is left of one consumable after a run, in the good's base unit. */
export interface LeftoverLine {
  goodId: string;
  name: string;
  unit: BaseUnit;
  packed: number;
  used: number;
  /** Packed less used by the log; never below zero. */
  expected: number;
  /** As counted after the show, if anybody did. */
  counted: number | undefined;
  /** Of a cryogen: what boiled off or was lost in pouring. */
  lost?: number;
}

/** What a run did to the stores, ready to be written after one confirmation. */
export interface AfterRun {
  moves: WrittenMove[];
  /** What the shelf does not have although it was used: it was never written down, or not counted right. */
  missing: { goodId: string; name: string; amount: number }[];
}

/**
 * The ledger moves of a run: what was used of each consumable, first expired first out, and what comes home of what was
 * out with the show. What is left is the counted amount, or else packed less used.
 * Lots are drawn as they were good on `playedOn`; `day` is when it is written down. The ids come from the run, so that
 * writing them twice is harmless. Pure.
 */
export function afterRun(
  lines: readonly LeftoverLine[],
  lots: readonly LotStock[],
  { runId, showId, day, playedOn }: { runId: string; showId: string; day: string; playedOn: string },
): AfterRun {
  const moves: WrittenMove[] = [];
  const missing: AfterRun['missing'] = [];
  const write = (lotId: string, kind: WrittenMove['kind'], amount: number) =>
    void moves.push({
      id: `${moveIdOf(runId)}${moves.length}`,
      lotId,
      kind,
      amount: rounded(amount),
      day,
      showId,
    });
  for (const line of lines) {
    const left = line.counted ?? line.expected;
    let used = line.counted === undefined ? line.used : Math.max(0, rounded(line.packed - left));
    for (const stock of lots.filter((l) => l.lot.goodId === line.goodId && outWith(l, showId) > 0)) {
      const out = outWith(stock, showId);
      const gone = Math.min(out, used);
      if (gone > 0) write(stock.lot.id, 'used', gone);
      if (out > gone) write(stock.lot.id, 'returned', out - gone);
      used = rounded(used - gone);
    }
    const { draws, missing: lacking } = firstExpiredFirst(lots, line.goodId, used, playedOn);
    for (const draw of draws) write(draw.lotId, 'used', draw.amount);
    if (lacking > 0) missing.push({ goodId: line.goodId, name: line.name, amount: lacking });
  }
  return { moves, missing };
}

/** How the ids of a run's moves begin. */
export const moveIdOf = (runId: string) => `run-${runId}-`;

/** A move before it is written down: it gets its id and day then. */
export type PlannedMove = Omit<WrittenMove, 'id' | 'day'>;

/**
 * The moves that take a show's packed consumables off the shelf, first expired first out, less what is out with it
 * already; what is past its day by the show stays where it is. What the shelf does not have is left out: the buying
 * list says so. Pure.
 */
export function takeOut(
  needs: readonly Pick<ConsumableTotal, 'goodId' | 'packed'>[],
  lots: readonly LotStock[],
  { showId, showDay }: { showId: string; showDay: string },
): PlannedMove[] {
  return needs.flatMap(({ goodId, packed }) => {
    const out = lots.reduce((sum, l) => sum + (l.lot.goodId === goodId ? outWith(l, showId) : 0), 0);
    return firstExpiredFirst(lots, goodId, Math.max(0, rounded(packed - out)), showDay).draws.map(
      ({ lotId, amount }): PlannedMove => ({ lotId, kind: 'packed', amount, showId }),
    );
  });
}
