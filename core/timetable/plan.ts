import { forecast, type Bands } from '../forecast';
import type { ShowFile } from '../show';
import { needs, type Needs } from '../supplies';
import { findings, forecastFindings } from './findings';
import { place } from './place';
import type { Finding, Timetable } from './types';

export interface Plan {
  timetable: Timetable;
  findings: Finding[];
  needs: Needs;
  /** Null where no plays were asked for. */
  bands: Bands | null;
}

export interface PlanOptions {
  /** Seed of the forecast's random numbers; the same seed gives the same bands. */
  seed?: number;
  /** How many plays to simulate; 0 leaves the forecast out. */
  plays?: number;
}

/**
 * The one call behind the Plan and Supplies tabs, the server's exports and the command line: when everything happens,
 * what does not fit, what is needed, and what may happen. The file must have passed validation.
 * Pure: the same file, seed and plays give the same answer.
 */
export function plan(file: ShowFile, { seed = 1, plays = 10_000 }: PlanOptions = {}): Plan {
  const timetable = place(file);
  const needed = needs(file, timetable);
  const bands = plays > 0 ? forecast(file, timetable, { seed, plays }) : null;
  return {
    timetable,
    findings: [
      ...findings(file, timetable, needed.kit),
      ...(bands ? forecastFindings(file, timetable, bands) : []),
    ],
    needs: needed,
    bands,
  };
}
