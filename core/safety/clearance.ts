import { mayPlay, possibleShowings, type PlacedMark, type Script, type ScriptItem } from '../script';
import type { Demo } from '../show';
import { toFrontRowM } from './places';

/** What room an item needs, m, and what it has. `isProjectile`: what leaves it can hit somebody. */
export interface Clearance {
  itemId: string;
  mark?: PlacedMark;
  /** Kept clear all around, and the height it needs. */
  clearM: number;
  heightM: number;
  /** The nearest that anybody of the audience may sit. */
  audienceM: number;
  /** How far the front row is; assumed where nobody has measured it. */
  frontRowM: number;
  isAssumed: boolean;
  isProjectile: boolean;
}

/** The room each item needs by its demo and its calculators; of a choice the most; items that need none are left out. Pure. */
export function clearances({ items, file }: Script): Clearance[] {
  return items.flatMap((scripted): Clearance[] => {
    const demos = mayPlay(scripted);
    const thrown = throws(scripted);
    const most = (of: (demo: Demo) => number | undefined) => Math.max(0, ...demos.map((d) => of(d) ?? 0));
    const clearM = Math.max(
      most((d) => d.clearM),
      thrown.reachM,
    );
    const heightM = Math.max(
      most((d) => d.heightM),
      thrown.heightM,
    );
    const audienceM = Math.max(
      most((d) => d.audienceM),
      clearM,
    );
    if (Math.max(clearM, heightM, audienceM) === 0) return [];
    const mark = scripted.standing?.mark;
    const { metres, isAssumed } = toFrontRowM(file.venue, mark);
    return [
      {
        itemId: scripted.item.id,
        ...(mark && { mark }),
        ...{ clearM, heightM, audienceM, frontRowM: metres, isAssumed },
        isProjectile: thrown.reachM > 0 || demos.some((d) => d.hazards.includes('projectile')),
      },
    ];
  });
}

/** How far and how high a throw of the item's calculators goes at any angle, without drag, m. */
function throws(scripted: ScriptItem): { reachM: number; heightM: number } {
  const outputs = possibleShowings(scripted)
    .flatMap(({ results }) => results)
    .filter(({ held, refused }) => held.benchId === 'throw' && refused === undefined)
    .map(({ outputs }) => outputs);
  const most = (name: string) =>
    Math.max(0, ...outputs.map((o) => (typeof o[name] === 'number' ? o[name] : 0)));
  return { reachM: most('worstReachM'), heightM: most('worstHeightM') };
}
