import { CHILD_NOISE_DB, NOISE_DB } from '../bench';
import { possibleShowings, mayPlay, type Script, type ScriptItem } from '../script';
import type { Demo } from '../show';
import { toFrontRowM } from './places';

/** How loud an item is where people are, peak dB(C). */
export interface Loud {
  itemId: string;
  frontRowDB: number;
  crewDB: number;
  frontRowM: number;
  /** Nobody has measured where the front row sits. */
  isAssumed: boolean;
}

/** Whoever plays a bang stands so near it, m. Common practice: arm's length. */
const CREW_M = 1;

/** The level at a distance of what was measured at another, dB: 6 dB less for each doubling in the open (ISO 9613-2). */
const levelAtM = (peakDB: number, atM: number, metres: number): number =>
  peakDB - 20 * Math.log10(metres / atM);

/** How loud each item is, where its demo or its calculator says so; of a choice the loudest. Pure. */
export function loudItems({ items, file }: Script): Loud[] {
  return items.flatMap((scripted): Loud[] => {
    const sources = [...mayPlay(scripted).flatMap(typed), ...calculated(scripted)];
    if (sources.length === 0) return [];
    const { metres, isAssumed } = toFrontRowM(file.venue, scripted.standing?.mark);
    const at = (m: number) => Math.max(...sources.map(({ peakDB, atM }) => levelAtM(peakDB, atM, m)));
    const nearest = Math.max(metres, 0.5);
    return [
      { itemId: scripted.item.id, frontRowDB: at(nearest), crewDB: at(CREW_M), frontRowM: metres, isAssumed },
    ];
  });
}

const typed = ({ peakDB, peakAtM = 1 }: Demo) => (peakDB === undefined ? [] : [{ peakDB, atM: peakAtM }]);

/** Of the noise calculator, all its bangs at once: in the worst case their peaks meet. */
function calculated(scripted: ScriptItem): { peakDB: number; atM: number }[] {
  return possibleShowings(scripted)
    .flatMap(({ results }) => results)
    .flatMap(({ held, values }) => {
      const { levelDB, atM, bangs } = values;
      if (held.benchId !== 'noise' || typeof levelDB !== 'number' || typeof atM !== 'number') return [];
      const together = typeof bangs === 'number' ? 20 * Math.log10(Math.max(1, Math.floor(bangs))) : 0;
      return [{ peakDB: levelDB + together, atM }];
    });
}

export type NoiseVerdict = 'past the limit' | 'ears protected' | 'ears covered' | 'children' | undefined;

/** What a peak asks for, worst first; undefined where it asks for nothing. */
export const noiseVerdict = (peakDB: number): NoiseVerdict =>
  peakDB >= NOISE_DB.limit
    ? 'past the limit'
    : peakDB >= NOISE_DB.upper
      ? 'ears protected'
      : peakDB >= NOISE_DB.lower
        ? 'ears covered'
        : peakDB >= CHILD_NOISE_DB
          ? 'children'
          : undefined;
