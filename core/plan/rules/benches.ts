import { rule, fix, type Level, type Fix } from '../../findings';
import type { CalculatorResult } from '../../bench';
import { isUnreliable, possibleShowings } from '../../script';
import type { BenchTold, Demo } from '../../show';
import type { PlannedItem } from '../../timetable';
import type { FindingCode } from './codes';
import { atStart, type Context } from './context';

/** What a calculator reports about an item: once, with the levels of its series at which it does. */
interface Case {
  item: PlannedItem;
  result: CalculatorResult;
  message: string;
  level: Level;
  levels: string[];
}

/** Every item with what `report` finds in the results of its calculators; the same at several levels is one case. */
function cases(
  c: Context,
  report: (result: CalculatorResult, volunteers: number) => { message: string; level: Level }[],
): Case[] {
  return c.items.flatMap((scripted) => {
    const { item, options } = scripted;
    const found = new Map<string, Case>();
    for (const { level, results } of possibleShowings(scripted))
      for (const result of results)
        for (const reported of report(result, scripted.demo?.volunteers ?? 0)) {
          const key = `${result.held.id} ${reported.level} ${reported.message}`;
          const known = found.get(key) ?? { ...reported, item: c.planned(item.id), result, levels: [] };
          const isNew = !options && level !== undefined && !known.levels.includes(level);
          found.set(key, { ...known, levels: isNew ? [...known.levels, level] : known.levels });
        }
    return [...found.values()];
  });
}

/** "“Blue flash” at 1, 2". */
const whose = ({ item, levels }: Case) =>
  `“${item.title}”${levels.length ? ` at ${levels.slice(0, MOST_LEVELS).join(', ')}` : ''}`;
const MOST_LEVELS = 5;

/** What a finding rests on begins so; where it stands beside its item that is left out. */
export const BASED_ON = ' Based on ';

/** " Based on 9 °C (Temperature of the bottle) of Cold hall." */
function basedOn({ taken, assumed }: CalculatorResult): string {
  const guessed = assumed.filter(({ setAt }) => setAt !== undefined);
  const assuming = guessed.length
    ? ` Assumed: ${guessed.map((a) => `${a.label.toLowerCase()} ${a.message} (set it ${a.setAt})`).join(', ')}.`
    : '';
  if (!taken.length) return assuming;
  const froms = [...new Set(taken.map((t) => t.from))];
  const by = froms.map(
    (from) =>
      `${from}: ${taken
        .filter((t) => t.from === from)
        .map((t) => `${t.label.toLowerCase()} ${t.message}`)
        .join(', ')}`,
  );
  return `${assuming}${BASED_ON}${by.join('; ')}.`;
}

/** The other ways to play a demo; those that do not help are not offered. */
const variants = (demo: Demo | undefined, { itemId }: PlannedItem, variantId: string | undefined): Fix[] =>
  demo?.variants?.length
    ? [undefined, ...demo.variants]
        .filter((v) => v?.id !== variantId)
        .map((v) => ({
          ...fix(v ? `Play it as “${v.title}”` : 'Play it as the demo is written', {
            kind: 'set-item',
            itemId,
            fields: { variantId: v?.id },
          }),
        }))
    : [];

const fails = rule<Context, Case, FindingCode>({
  id: 'bench',
  level: 'caution',
  source: 'the bench that the demo holds, with its own sources',
  findMatches: (c) =>
    cases(c, ({ fails, verdict }) =>
      fails === undefined ? [] : [{ message: verdict, level: 'caution' as const }],
    ),
  findPlace: ({ item }) => atStart(item),
  message: (found) => `${whose(found)}: ${found.message}${basedOn(found.result)}`,
  fixes: ({ item, result }, c) => [
    fix(result.fails!),
    ...variants(c.demoOf(item.itemId), item, c.item(item.itemId).variantId),
  ],
});

const message = rule<Context, Case, FindingCode>({
  id: 'bench',
  level: ({ level }) => level,
  source: 'the bench that the demo holds, with its own sources',
  findMatches: (c) =>
    cases(c, ({ findings }, volunteers) =>
      findings
        .filter((f) => !f.always && f.level !== 'note')
        .map((f) => (f.stopsVolunteers && volunteers > 0 ? { ...f, level: 'stop' as const } : f)),
    ),
  findPlace: ({ item }) => atStart(item),
  message: (found) => `${whose(found)}: ${found.message}${basedOn(found.result)}`,
  fixes: ({ item }, c) => variants(c.demoOf(item.itemId), item, c.item(item.itemId).variantId),
});

const refused = rule<Context, Case, FindingCode>({
  id: 'bench',
  level: 'caution',
  source: 'the bench that the demo holds',
  findMatches: (c) =>
    cases(c, ({ refused }) =>
      refused === undefined ? [] : [{ message: refused, level: 'caution' as const }],
    ),
  findPlace: ({ item }) => atStart(item),
  message: (found) =>
    `${whose(found)}: its calculator “${found.result.title}” cannot be worked out. ${found.message} The demo’s own values are used.`,
});

/** A bench that the log found wrong: at this venue where it was foretold there often enough, else wherever it was. */
interface Wrong {
  item: PlannedItem;
  result: CalculatorResult;
  predicted: number;
  wrong: number;
  where: string;
}

const inAll = (records: readonly BenchTold[]) => ({
  predicted: records.reduce((sum, t) => sum + t.told, 0),
  wrong: records.reduce((sum, t) => sum + t.wrong, 0),
});

/** Foretold less often than this at a venue, what was seen at all of them is gone by. */
const ENOUGH_HERE = 2;

const wasWrong = rule<Context, Wrong, FindingCode>({
  id: 'bench',
  level: 'caution',
  source: 'the log: what the bench foretold against what happened',
  findMatches: (c) =>
    c.items.flatMap(({ item, showings: [first], record, options }) =>
      options
        ? []
        : (first?.results ?? []).flatMap((result): Wrong[] => {
            const records = record?.benches?.filter((b) => b.benchId === result.held.benchId) ?? [];
            const { venue } = c.script.file;
            const here = inAll(records.filter((b) => b.venueId === venue.id));
            const isHere = here.predicted >= ENOUGH_HERE;
            const found = isHere ? here : inAll(records);
            const where = isHere ? `at ${venue.name}` : 'so far';
            return isUnreliable(found) ? [{ ...found, item: c.planned(item.id), result, where }] : [];
          }),
    ),
  findPlace: ({ item }) => atStart(item),
  message: ({ item, result, predicted: predicted, wrong, where }) =>
    `“${item.title}”: its calculator “${result.title}” was wrong ${wrong} of ${predicted} times ${where}. Go by what was seen, and try it before doors.`,
  numbers: ({ predicted, wrong }) => ({ predicted, wrong }),
});

export const BENCH_RULES = { fails, message, refused, wasWrong };
