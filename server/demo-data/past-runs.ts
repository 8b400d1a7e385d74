import {
  clockToS,
  eventVersion,
  script,
  stepsTiming,
  type Happening,
  type Outcome,
  type RunEvent,
  type ShowFile,
} from '@hearty/core';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** What happened at a demo: outcomes in turn, with the symptom and cause of a failure. */
interface Played {
  outcomes: Outcome[];
  symptom?: string;
  cause?: string;
  /** What was changed before the last of them. */
  change?: string;
}

interface PastRun {
  id: string;
  showId: string;
  daysAgo: number;
  rehearsal?: boolean;
  /** By demo; what is not named here worked each time. */
  trouble: Record<string, Played>;
  /** What the room was like, where somebody read it, and how many came. */
  room?: { roomC?: number; humidityPercent?: number; heads?: number };
  notes?: { text: string; nearMiss?: boolean }[];
  action?: { text: string; on: 'demo' | 'show' | 'venue'; onId: string };
}

const failedThenWorked = (symptom: string, cause: string, change?: string): Played => ({
  outcomes: ['failed', 'worked'],
  symptom,
  cause,
  ...(change && { change }),
});

/** A dozen made-up past runs, with honest failures. */
export const PAST_RUNS: PastRun[] = [
  {
    id: 'run-01',
    showId: 'weather-in-a-kitchen',
    daysAgo: 231,
    trouble: {
      'warm-fountain': { outcomes: ['failed', 'failed'], symptom: 'barely foams', cause: 'Bottle went cold' },
      'cloud-jar': failedThenWorked('no cloud', 'Sheet leaks', 'taped the rim'),
    },
    room: { roomC: 18, humidityPercent: 45, heads: 94 },
  },
  {
    id: 'run-02',
    showId: 'weather-in-a-kitchen',
    daysAgo: 218,
    trouble: { 'foam-column': failedThenWorked('rises slowly', 'Yeast not awake', 'yeast at 40 °C') },
    room: { roomC: 19, heads: 120 },
    notes: [{ text: 'Floor by the hatch was wet when the volunteers went down.', nearMiss: true }],
  },
  {
    id: 'run-03',
    showId: 'small-forces',
    daysAgo: 203,
    trouble: {
      'static-dome': { outcomes: ['failed', 'failed'], symptom: 'hair stays down', cause: 'Damp air' },
    },
    room: { roomC: 21, humidityPercent: 72 },
  },
  {
    id: 'run-04',
    showId: 'weather-in-a-kitchen',
    daysAgo: 176,
    rehearsal: true,
    trouble: { 'vapour-bottle': failedThenWorked('does not light', 'Too cold') },
  },
  {
    id: 'run-05',
    showId: 'weather-in-a-kitchen',
    daysAgo: 169,
    trouble: { 'warm-fountain': { outcomes: ['partly'] } },
  },
  {
    id: 'run-06',
    showId: 'small-forces',
    daysAgo: 140,
    trouble: {
      'hanging-hammer': {
        outcomes: ['failed', 'failed', 'worked'],
        symptom: 'falls',
        cause: 'String too long',
      },
    },
  },
  {
    id: 'run-07',
    showId: 'cold-snap',
    daysAgo: 119,
    trouble: {
      'tin-pop': {
        outcomes: ['failed', 'worked', 'worked'],
        symptom: 'hisses only',
        cause: 'Lid not pushed home',
      },
    },
  },
  {
    id: 'run-08',
    showId: 'weather-in-a-kitchen',
    daysAgo: 97,
    trouble: {
      'vapour-bottle': { outcomes: ['failed', 'failed'], symptom: 'does not light', cause: 'Too cold' },
    },
    room: { roomC: 11, humidityPercent: 60, heads: 76 },
    notes: [{ text: 'The hall was at 11 °C; the bottle never had a chance.' }],
    action: { text: 'Warm the vapour bottle before a cold hall', on: 'demo', onId: 'vapour-bottle' },
  },
  {
    id: 'run-09',
    showId: 'cold-snap',
    daysAgo: 82,
    trouble: { 'cold-balloon': failedThenWorked('balloon bursts', 'Old balloons') },
  },
  {
    id: 'run-10',
    showId: 'small-forces',
    daysAgo: 61,
    trouble: { 'singing-rod': failedThenWorked('only squeaks', 'Too little rosin') },
    action: { text: 'Buy rosin', on: 'demo', onId: 'singing-rod' },
  },
  {
    id: 'run-11',
    showId: 'weather-in-a-kitchen',
    daysAgo: 38,
    trouble: {
      'warm-fountain': failedThenWorked('barely foams', 'Bottle went cold', 'a bottle from the flask'),
    },
    room: { roomC: 14, humidityPercent: 50, heads: 131 },
    action: { text: 'Ask for the key to the kitchen a day ahead', on: 'venue', onId: 'saltmarsh' },
  },
  {
    id: 'run-12',
    showId: 'nine-minutes-of-air',
    daysAgo: 20,
    trouble: { 'smoke-rings': failedThenWorked('ring falls apart', 'Draught') },
  },
];

const DAY_MS = 86_400_000;

/** The log of a past run. Times spread around the likely ones by a seed, so that the same data comes out each time. */
export function pastEvents(
  run: PastRun,
  file: ShowFile,
  today: Date,
  seed: number,
): { openedAt: number; events: RunEvent[] } {
  const random = xoroshiro128plus(seed);
  const curtainAt = today.getTime() - run.daysAgo * DAY_MS + clockToS(file.show.curtainUp) * 1000;
  const events: RunEvent[] = [];
  let at = curtainAt;
  const record = (happening: Happening): string => {
    const id = `${run.id}-${String(events.length).padStart(3, '0')}`;
    events.push({
      ...{ id, run: run.id, device: 'stage', person: null, at, tick: events.length + 1 },
      ...{ v: eventVersion(happening.kind), ...happening },
    } as RunEvent);
    return id;
  };
  const pass = (likelyS: number) => {
    at += Math.round((likelyS * uniformInt(random, 88, 124)) / 100) * 1000;
  };
  const causes: { attemptId: string; cause: string }[] = [];
  const changes: { attemptId: string; text: string }[] = [];
  if (run.room) record({ kind: 'conditions', body: run.room });
  record({ kind: 'curtain', body: {} });
  const of = script(file);
  for (const item of file.show.items) {
    at += 1000;
    record({ kind: 'item begun', body: { itemId: item.id } });
    const demo = file.demos.find((d) => d.id === item.demoId);
    if (!demo) {
      pass(item.timing?.likelyS ?? 120);
      continue;
    }
    const { showings } = of.byItem.get(item.id)!;
    const lastsS = (i: number) =>
      stepsTiming({ steps: showings[Math.min(i, showings.length - 1)]!.steps }).likelyS;
    const played = run.trouble[demo.id] ?? { outcomes: Array<Outcome>(showings.length).fill('worked') };
    played.outcomes.forEach((outcome, i) => {
      if (i > 0) record({ kind: 'again', body: { itemId: item.id } });
      const again = i > 0 && played.outcomes[i - 1] === 'failed' ? demo.retryS : (demo.furtherS ?? lastsS(i));
      pass(i === 0 ? lastsS(0) : again);
      const symptom = outcome === 'failed' ? played.symptom : undefined;
      const attemptId = record({
        kind: 'attempt closed',
        body: { itemId: item.id, outcome, ...(symptom && { symptom }) },
      });
      if (symptom && played.cause) causes.push({ attemptId, cause: played.cause });
      if (played.change && i > 0 && i === played.outcomes.length - 1)
        changes.push({ attemptId, text: played.change });
    });
  }
  at += 1000;
  record({ kind: 'curtain down', body: {} });
  at += 600_000;
  for (const cause of causes) record({ kind: 'cause', body: cause });
  for (const change of changes) record({ kind: 'change', body: change });
  for (const note of run.notes ?? []) record({ kind: 'note', body: note });
  if (run.action) record({ kind: 'action', body: run.action });
  return { openedAt: curtainAt - 3_600_000, events };
}
