import { plainToInstance } from 'class-transformer';
import { validateSync, type ValidationError } from 'class-validator';
import { accepts, oddity } from '../fields';
import { clockToS, sinceCurtain } from '../quantities';
import type { Demo, Parameter, Timing } from './demo';
import type { Checked, Problem } from './problem';
import { fileRefProblems } from './refs';
import type { Show, ShowFile } from './show';
import type { Venue } from './venue';

/**
 * Reads an untrusted value as a document of class `type`: every field checked, unknown fields refused.
 * Errors: the problems, each with its path; nothing is thrown for bad input.
 */
export function check<T extends object>(type: new () => T, value: unknown): Checked<T> {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    return { ok: false, problems: [{ path: '', message: 'This must be a JSON object.' }] };
  }
  // Nearly all that is read is right, and that is soon seen; what is not gets its words from the library.
  if (accepts(type, value)) return { ok: true, value: value as T };
  const odd = oddity(value);
  if (odd) return { ok: false, problems: [odd] };
  const instance = plainToInstance(type, value);
  const errors = validateSync(instance, {
    whitelist: true,
    forbidNonWhitelisted: true,
    stopAtFirstError: true,
  });
  return errors.length
    ? { ok: false, problems: errors.flatMap((e) => flatten(e, '')) }
    : { ok: true, value: instance };
}

function flatten(error: ValidationError, parent: string): Problem[] {
  const path = /^\d+$/.test(error.property)
    ? `${parent}[${error.property}]`
    : [parent, error.property].filter(Boolean).join('.');
  const own = Object.entries(error.constraints ?? {}).map(([rule, message]) => ({
    path,
    message: rule === 'whitelistValidation' ? 'This field is not known here.' : sentence(error, message),
  }));
  return [...own, ...(error.children ?? []).flatMap((child) => flatten(child, path))];
}

/** Messages of ours start with "must"; the library's own start with the property, which the path already names. */
function sentence(error: ValidationError, message: string): string {
  if (message.includes('regular expression')) return 'This is not of the form it must have.';
  const bare = message.replace(new RegExp(`^(each value in )?${error.property} `), '');
  return error.value === undefined ? 'This is missing.' : `This ${bare}.`;
}

/** A `Timing` must not run backwards. */
export function timingProblems(timing: Timing, path: string): Problem[] {
  return timing.bestS <= timing.likelyS && timing.likelyS <= timing.worstS
    ? []
    : [{ path: `${path}.likelyS`, message: 'Best, likely and worst must be in order.' }];
}

/** What class decorators cannot see in a demo: orders, chains that lead nowhere or in a circle, ids used twice. */
export function demoProblems(demo: Demo, path = ''): Problem[] {
  const at = (field: string) => (path ? `${path}.${field}` : field);
  const problems = listProblems(demo, demo, at);
  if (demo.standByDemoId === demo.id)
    problems.push({ path: at('standByDemoId'), message: 'A demo cannot stand by for itself.' });
  const parameters = demo.parameters ?? [];
  const variants = demo.variants ?? [];
  parameters.forEach((p, i) => problems.push(...parameterProblems(p, at(`parameters[${i}]`))));
  variants.forEach((v, i) => {
    const inside = (field: string) => at(`variants[${i}].${field}`);
    problems.push(...listProblems(v, { ...demo, ...v }, inside));
    const used = new Set((v.consumables ?? demo.consumables).map((c) => c.goodId));
    v.amounts.forEach((a, j) => {
      if (!used.has(a.goodId))
        problems.push({
          path: inside(`amounts[${j}].goodId`),
          message: `This must be a consumable of the ${v.consumables ? 'variant' : 'demo'}.`,
        });
    });
  });
  problems.push(...repeated(parameters, at('parameters')), ...repeated(variants, at('variants')));
  demo.conditions.forEach((c, i) => {
    if (c.kind === 'measured' && c.min === undefined && c.max === undefined) {
      problems.push({
        path: at(`conditions[${i}].min`),
        message: 'A measured check needs a lower or an upper limit.',
      });
    }
  });
  const { reading } = demo;
  if (reading?.kind === 'choice' && (reading.words?.length ?? 0) < 2)
    problems.push({ path: at('reading.words'), message: 'Give at least two words to choose from.' });
  if (reading?.min !== undefined && reading.max !== undefined && reading.min >= reading.max)
    problems.push({ path: at('reading.max'), message: 'This must be more than it begins with.' });
  return problems;
}

type Lists = Partial<Pick<Demo, 'steps' | 'prep' | 'kit' | 'consumables' | 'worn' | 'benches'>>;

/** The lists that a demo has, and a variant may have of its own; `whole` is the demo with them. */
function listProblems(
  lists: Lists,
  whole: Required<Omit<Lists, 'benches'>> & Pick<Demo, 'parameters' | 'reading' | 'helpers' | 'volunteers'>,
  at: (field: string) => string,
): Problem[] {
  const { steps = [], prep = [], kit = [], consumables = [], worn = [], benches = [] } = lists;
  const problems: Problem[] = [];
  const must = (path: string, holds: boolean, message: string) => {
    if (!holds) problems.push({ path: at(path), message });
  };
  const numbers = new Set(whole.parameters?.filter((p) => !p.names).map((p) => p.id));
  const grows = (path: string, id: string | undefined) =>
    must(
      path,
      id === undefined || numbers.has(id),
      'This must name a parameter of the demo that is a number.',
    );
  const kitIds = new Set(whole.kit.map((k) => k.goodId));
  steps.forEach((step, i) => {
    problems.push(...timingProblems(step, at(`steps[${i}]`)));
    must(
      `steps[${i}].timer.toS`,
      !step.timer || step.timer.fromS <= step.timer.toS,
      'The window must end after it begins.',
    );
    grows(`steps[${i}].growsWith`, step.growsWith);
    must(
      `steps[${i}].by`,
      (step.by !== 'helper' || whole.helpers > 0) && (step.by !== 'volunteer' || whole.volunteers > 0),
      `Say as well how many ${step.by}s are on stage.`,
    );
  });
  prep.forEach((task, i) => {
    must(
      `prep[${i}].staleAfterS`,
      task.staleAfterS === undefined || task.staleAfterS >= task.readyAfterS,
      'It would be stale before it is ready.',
    );
    must(
      `prep[${i}].afterTaskId`,
      task.afterTaskId === undefined || prep.slice(0, i).some((other) => other.id === task.afterTaskId),
      'This must name a task that stands above it.',
    );
    must(
      `prep[${i}].inShow`,
      !(task.beforeDoors && task.inShow),
      'It cannot be done before doors and in the show as well.',
    );
    task.holds?.forEach((goodId, j) =>
      must(`prep[${i}].holds[${j}]`, kitIds.has(goodId), 'This must be kit of the demo.'),
    );
    grows(`prep[${i}].growsWith`, task.growsWith);
  });
  kit.forEach((need, i) =>
    must(
      `kit[${i}].contents`,
      !need.contents || need.places !== undefined,
      'Say how many places of it as well.',
    ),
  );
  consumables.forEach((need, i) => grows(`consumables[${i}].scalesWith`, need.scalesWith));
  const place = (id: string | undefined) => whole.steps.findIndex((s) => s.id === id);
  worn.forEach(({ goodId, what, fromStepId, toStepId }, i) => {
    must(`worn[${i}].goodId`, goodId !== undefined || !!what?.trim(), 'Say what is worn.');
    for (const [field, id] of Object.entries({ fromStepId, toStepId }))
      must(`worn[${i}].${field}`, id === undefined || place(id) >= 0, 'This must name a step of the demo.');
    must(
      `worn[${i}].toStepId`,
      fromStepId === undefined || toStepId === undefined || place(fromStepId) <= place(toStepId),
      'It would be taken off before it is put on.',
    );
  });
  const used = new Set(whole.consumables.map((c) => c.goodId));
  const parameterIds = new Set(whole.parameters?.map((p) => p.id));
  const taskIds = new Set(whole.prep.map((task) => task.id));
  const timed = new Set<string>();
  benches.forEach(({ inputs, amounts, times = [], foretells }, i) => {
    inputs.forEach(({ parameterId }, j) =>
      must(
        `benches[${i}].inputs[${j}].parameterId`,
        parameterId === undefined || parameterIds.has(parameterId),
        'This must name a parameter of the demo.',
      ),
    );
    amounts.forEach(({ goodId }, j) => {
      must(`benches[${i}].amounts[${j}].goodId`, used.has(goodId), 'This must be a consumable of the demo.');
      must(
        `benches[${i}].amounts[${j}].goodId`,
        !benches
          .slice(0, i + 1)
          .some((b, k) => b.amounts.some((a, l) => a.goodId === goodId && (k < i || l < j))),
        'Its amount is worked out above already.',
      );
    });
    times.forEach(({ taskId }, j) => {
      const path = `benches[${i}].times[${j}].taskId`;
      must(path, taskIds.has(taskId), 'This must be a prep task of the demo.');
      must(path, !timed.has(taskId), 'Its time is worked out above already.');
      timed.add(taskId);
    });
    must(
      `benches[${i}].foretells`,
      foretells === undefined || whole.reading !== undefined,
      'The demo measures nothing.',
    );
  });
  return [
    ...problems,
    ...repeated(steps, at('steps')),
    ...repeated(prep, at('prep')),
    ...repeated(benches, at('benches')),
  ];
}

function parameterProblems({ names, usual, min, max }: Parameter, path: string): Problem[] {
  if (names?.length)
    return names.length < 2
      ? [{ path: `${path}.names`, message: 'Give at least two names to choose from.' }]
      : [];
  const missing = Object.entries({ usual, min, max }).filter(([, value]) => value === undefined);
  if (missing.length)
    return missing.map(([field]) => ({ path: `${path}.${field}`, message: 'This is missing.' }));
  return min! > usual! || usual! > max!
    ? [{ path: `${path}.usual`, message: 'The usual value must lie within the limits.' }]
    : [];
}

/** What class decorators cannot see in a show by itself. */
export function showProblems(show: Show, path = ''): Problem[] {
  const at = (field: string) => (path ? `${path}.${field}` : field);
  const problems = show.items.flatMap((item, i) => [
    ...(item.timing ? timingProblems(item.timing, at(`items[${i}].timing`)) : []),
    ...(item.kind === 'demo' && !item.demoId
      ? [{ path: at(`items[${i}].demoId`), message: 'This is missing.' }]
      : []),
    ...(item.kind === 'choice' && (item.options?.length ?? 0) < 2
      ? [{ path: at(`items[${i}].options`), message: 'A choice is between two to four demos.' }]
      : []),
    ...(item.series && item.series.levels.length < 2
      ? [{ path: at(`items[${i}].series.levels`), message: 'A series has at least two levels.' }]
      : []),
  ]);
  const upS = clockToS(show.curtainUp);
  const since = (clock: string) => sinceCurtain(clock, upS, clockToS(show.getIn));
  // Both come before curtain-up, in small hours too.
  if (clockToS(show.doors) > upS)
    problems.push({ path: at('doors'), message: 'Doors must open before curtain-up.' });
  if (clockToS(show.getIn) > clockToS(show.doors))
    problems.push({ path: at('getIn'), message: 'The get-in must be before doors.' });
  if (show.hardEnd !== undefined && since(show.hardEnd) < show.slotMin * 60)
    problems.push({ path: at('hardEnd'), message: 'The hard end must not be before the end of the slot.' });
  show.crew.forEach((place, i) => {
    if (place.leaves !== undefined && since(place.leaves) <= since(place.arrives))
      problems.push({ path: at(`crew[${i}].leaves`), message: 'Nobody leaves before they arrive.' });
  });
  show.bans?.forEach((ban, i) => {
    if (ban.before === undefined && ban.after === undefined)
      problems.push({ path: at(`bans[${i}].before`), message: 'Say before or after which time.' });
  });
  const places = new Map(show.items.map((item, i) => [item.id, i]));
  const earlier = (id: string | undefined, i: number) => id === undefined || (places.get(id) ?? i) < i;
  show.items.forEach((item, i) => {
    if (!earlier(item.setUpIn, i))
      problems.push({ path: at(`items[${i}].setUpIn`), message: 'This must name an earlier item.' });
    item.tasks?.forEach((choice, j) => {
      if (!earlier(choice.inItemId, i))
        problems.push({
          path: at(`items[${i}].tasks[${j}].inItemId`),
          message: 'This must name an earlier item.',
        });
      if (choice.afterStepId !== undefined && choice.inItemId === undefined)
        problems.push({
          path: at(`items[${i}].tasks[${j}].afterStepId`),
          message: 'Say in which item first.',
        });
    });
    item.settings?.forEach((setting, j) => {
      if (!earlier(setting.bestOf, i))
        problems.push({
          path: at(`items[${i}].settings[${j}].bestOf`),
          message: 'This must name an earlier item.',
        });
    });
  });
  const cold = show.cold?.map((c) => c.goodId) ?? [];
  if (new Set(cold).size < cold.length)
    problems.push({ path: at('cold'), message: 'A cryogen has two budgets.' });
  const people = show.crew.map((place) => place.personId);
  if (new Set(people).size < people.length)
    problems.push({ path: at('crew'), message: 'Somebody is in the crew twice.' });
  return [...problems, ...repeated(show.items, at('items'))];
}

/** A house that closes after midnight does so in the small hours. Common practice. */
const SMALL_HOURS_S = 6 * 3600;

/** What class decorators cannot see in a venue by itself. */
export function venueProblems({ opens, closes, marks }: Venue, path = ''): Problem[] {
  const at = (field: string) => (path ? `${path}.${field}` : field);
  const problems = repeated(marks, at('marks'));
  if (opens === undefined || closes === undefined) return problems;
  const closesS = clockToS(closes);
  if (closesS <= clockToS(opens) && closesS > SMALL_HOURS_S)
    problems.push({ path: at('closes'), message: 'The house closes before it opens.' });
  return problems;
}

/** The whole show file: each part, and every reference from one part to another. */
export function showFileProblems(file: ShowFile): Problem[] {
  return [
    ...showProblems(file.show, 'show'),
    ...venueProblems(file.venue, 'venue'),
    ...file.demos.flatMap((demo, i) => demoProblems(demo, `demos[${i}]`)),
    ...fileRefProblems(file),
    ...repeated(file.demos, 'demos'),
    ...repeated(file.crew, 'crew'),
    ...repeated(file.stock, 'stock'),
  ];
}

function repeated(list: readonly { id: string }[], path: string): Problem[] {
  const seen = new Set<string>();
  return list.flatMap(({ id }, i) => {
    if (!seen.has(id)) {
      seen.add(id);
      return [];
    }
    return [{ path: `${path}[${i}].id`, message: `The id “${id}” is used twice.` }];
  });
}
