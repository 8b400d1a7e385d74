import { stepsTiming, script } from '../script';
import { blankDemo, SHOW_VERSION, type Demo, type ShowFile } from '../show';
import { latestTimes, workOf } from '../timetable';

/** One row of what a demo takes and blocks; seconds from its own start, negative before it. */
export interface SpanRow {
  kind: 'hands' | 'stands' | 'on stage' | 'reset';
  title: string;
  fromS: number;
  toS: number;
}

export interface DemoSpan {
  rows: SpanRow[];
  /** The latest moment its preparation can begin, and when its mark is free again. */
  fromS: number;
  toS: number;
  /** Hands needed at once behind the scenes if everything is left to the last moment. */
  hands: number;
}

/**
 * What one showing of a demo takes by itself: every prep task as late as can be, what stands until it is used, the
 * stage, the reset. A mark or piece of kit is blocked from the first row that uses it to the last. Pure; a demo that
 * is still being written may have holes.
 */
export function demoSpan(demo: Demo): DemoSpan {
  const file = aloneOn(demo);
  const { activities, links } = workOf(script(file));
  const latest = latestTimes(activities.length, links, (p) =>
    activities[p]!.kind === 'item' ? 0 : Infinity,
  );
  const lengthS = stepsTiming(demo).likelyS;
  const prep = activities.flatMap((a, p): SpanRow[] => {
    if (a.kind !== 'task') return [];
    const fromS = latest[p]!;
    const usedS = Math.min(
      ...links.filter((l) => l.from === p && l.why.kind === 'ready').map((l) => latest[l.to]!),
    );
    const handsOffS = fromS + a.lengthS;
    return [
      { kind: 'hands', title: a.title, fromS, toS: handsOffS },
      ...(usedS > handsOffS
        ? [{ kind: 'stands' as const, title: a.title, fromS: handsOffS, toS: usedS }]
        : []),
    ];
  });
  const reset = demo.reset
    ? [
        {
          kind: 'reset' as const,
          title: demo.reset.title,
          fromS: lengthS,
          toS: lengthS + demo.reset.handsOnS,
        },
      ]
    : [];
  const rows: SpanRow[] = [
    ...prep.sort((a, b) => a.fromS - b.fromS),
    { kind: 'on stage', title: demo.title, fromS: 0, toS: lengthS },
    ...reset,
  ];
  return {
    rows,
    fromS: Math.min(...rows.map((r) => r.fromS)),
    toS: Math.max(...rows.map((r) => r.toS)),
    hands: mostAtOnce(rows.filter((r) => r.kind === 'hands')),
  };
}

const mostAtOnce = (rows: readonly SpanRow[]) =>
  Math.max(0, ...rows.map((r) => rows.filter((o) => o.fromS <= r.fromS && r.fromS < o.toS).length));

function aloneOn(demo: Demo): ShowFile {
  const whole = { ...blankDemo(demo.id), ...demo, title: demo.title || 'The demo' };
  return {
    format: 'hearty-stage/show',
    version: SHOW_VERSION,
    show: {
      id: 'alone',
      title: 'alone',
      venueId: 'anywhere',
      date: '2000-01-01',
      getIn: '00:00',
      doors: '11:59',
      curtainUp: '12:00',
      slotMin: 60,
      heads: 0,
      crew: [],
      items: [
        {
          id: 'i',
          kind: 'demo',
          title: whole.title,
          demoId: demo.id,
          showings: 1,
          retries: 0,
          helperIds: [],
        },
      ],
      notes: '',
    },
    demos: [whole],
    venue: {
      id: 'anywhere',
      name: '',
      kind: 'hall',
      indoors: true,
      flameAllowed: true,
      marks: [],
      notes: '',
    },
    crew: [],
    stock: [],
    record: [],
  };
}
