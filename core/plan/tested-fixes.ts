import { script } from '../script';
import { applyChange, type ShowFile } from '../show';
import { coldBudgets, needs } from '../supplies';
import { forecast } from '../forecast';
import { place, type Placement } from '../timetable';
import { findings, type PlanFinding } from './rules';
import type { Fix } from '../findings';

/** What all fixes together may take, in steps of search; one that is not reached is not offered. */
const ALL_STEPS = 1_000_000;
/** Steps of search for each: enough to place a show, not to prove it. */
const EACH_STEPS = 40_000;
/** A fix for the odds is played so often, which tells them to three points; and it raises them by more than that. */
const ODDS_PLAYS = 1000;
const LEAST_GAIN = 0.03;
/** More fixes than this are a list, not a choice. */
const MOST_WAYS_OUT = 4;

/**
 * The findings with only those fixes that work: each change is made of the show, which is planned again, and stays
 * only where what it is offered for is less than before and no new stop appears. Where nothing else helps, the first that
 * trades one trouble for another is offered with what it costs. Fixes without a change are for people and stay.
 */
export function* keepWorkingFixes(
  file: ShowFile,
  all: readonly PlanFinding[],
): Generator<undefined, PlanFinding[]> {
  let left = ALL_STEPS;
  const known = new Map<string, { placement: Placement; findings: readonly PlanFinding[] }>();
  const out: PlanFinding[] = [];
  for (const finding of all) {
    const before = weight(finding, all);
    const kept: Fix[] = [];
    /** The first that helps and brings a stop of its own; offered where nothing else helps. */
    let trade: Fix | undefined;
    const had = new Set<string>();
    for (const offered of finding.fixes) {
      let way = offered;
      if (kept.length >= MOST_WAYS_OUT) break;
      if (way.oneOf !== undefined && had.has(way.oneOf)) continue;
      if (way.change) {
        const key = JSON.stringify(way.change);
        let after = known.get(key);
        if (!after) {
          if (left <= 0) continue;
          const next = { ...file, show: applyChange(file.show, way.change) };
          const placement = place(script(next), { budget: EACH_STEPS });
          left -= Math.max(placement.timetable.steps, EACH_STEPS / 10);
          known.set(key, (after = { placement, findings: findingsOf(placement) }));
          yield;
        }
        if (weight(finding, after.findings) >= before) continue;
        if (way.slotOdds !== undefined) {
          const { withinSlot } = forecast(after.placement, { seed: 1, plays: ODDS_PLAYS });
          if (withinSlot < way.slotOdds + LEAST_GAIN) continue;
          way = { ...way, label: `${way.label}: then ${Math.round(100 * withinSlot)} % finish on time` };
        }
        const stop = newStop(all, after.findings);
        if (stop) {
          trade ??= { ...way, label: `${way.label} (but then: ${stop.message})` };
          continue;
        }
      }
      if (way.oneOf !== undefined) had.add(way.oneOf);
      kept.push(way);
    }
    out.push({ ...finding, fixes: trade && !kept.some((way) => way.change) ? [...kept, trade] : kept });
  }
  return out;
}

/** A stop that was not there before: of its kind, at its item. */
function newStop(before: readonly PlanFinding[], after: readonly PlanFinding[]): PlanFinding | undefined {
  const key = (f: PlanFinding) => `${trouble(f)} ${f.itemId ?? ''} ${f.goodId ?? ''}`;
  const known = new Set(before.filter((f) => f.level === 'stop').map(key));
  return after.find((f) => f.level === 'stop' && !known.has(key(f)));
}

/** Only what people do off the screen: what nothing was tried for. */
export const keepAdvice = (all: readonly PlanFinding[]): PlanFinding[] =>
  all.map((finding) => ({ ...finding, fixes: finding.fixes.filter((way) => !way.change) }));

function findingsOf(placement: Placement): PlanFinding[] {
  const needed = needs(placement.script, placement.timetable);
  const cold = coldBudgets(placement.script, placement.timetable, needed.consumables);
  return findings({ placement, needs: needed, bands: null, cold });
}

/** What is told in the same number is one trouble, whatever its code: dead air, limits missed. */
const trouble = ({ code, numbers }: PlanFinding): string =>
  'waitS' in numbers ? 'dead air' : 'excessS' in numbers || 'missS' in numbers ? 'limits' : code;

/** How much of what a finding is about a plan reports: seconds where it counts in them, else how often. */
function weight(finding: PlanFinding, all: readonly PlanFinding[]): number {
  const related = all.filter((f) => trouble(f) === trouble(finding));
  return related.reduce(
    (sum, { numbers: n }) => sum + (n.waitS ?? n.excessS ?? n.missS ?? n.overS ?? n.lateS ?? 1),
    0,
  );
}
