import { plainToInstance } from 'class-transformer';
import { validateSync, type ValidationError } from 'class-validator';
import type { Demo, Timing } from './demo';
import type { Show, ShowFile } from './show';

/** A mistake in a document: where ("demos[2].steps[0].likelyS") and a plain sentence. */
export interface Problem {
  path: string;
  says: string;
}

export type Checked<T> = { ok: true; value: T } | { ok: false; problems: Problem[] };

/**
 * Reads an untrusted value as a document of class `type`: every field checked, unknown fields refused.
 * Errors: the problems, each with its path; nothing is thrown for bad input.
 */
export function check<T extends object>(type: new () => T, value: unknown): Checked<T> {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    return { ok: false, problems: [{ path: '', says: 'This must be a JSON object.' }] };
  }
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
    says: rule === 'whitelistValidation' ? 'This field is not known here.' : sentence(error, message),
  }));
  return [...own, ...(error.children ?? []).flatMap((child) => flatten(child, path))];
}

/** Messages of ours start with "must"; the library's own start with the property, which the path already names. */
function sentence(error: ValidationError, message: string): string {
  const bare = message.replace(new RegExp(`^(each value in )?${error.property} `), '');
  return error.value === undefined ? 'This is missing.' : `This ${bare}.`;
}

/** A `Timing` must not run backwards. */
export function timingProblems(timing: Timing, path: string): Problem[] {
  return timing.bestS <= timing.likelyS && timing.likelyS <= timing.worstS
    ? []
    : [{ path: `${path}.likelyS`, says: 'Best, likely and worst must not run backwards.' }];
}

/** What class decorators cannot see in a demo: orders, chains that lead nowhere or in a circle, ids used twice. */
export function demoProblems(demo: Demo, path = ''): Problem[] {
  const at = (field: string) => (path ? `${path}.${field}` : field);
  const problems = demo.steps.flatMap((step, i) => [
    ...timingProblems(step, at(`steps[${i}]`)),
    ...(step.timer && step.timer.fromS > step.timer.toS
      ? [{ path: at(`steps[${i}].timer.toS`), says: 'The window must end after it begins.' }]
      : []),
  ]);
  problems.push(...repeated(demo.steps, at('steps')), ...repeated(demo.prep, at('prep')));
  demo.prep.forEach((task, i) => {
    if (task.staleAfterS !== undefined && task.staleAfterS < task.readyAfterS) {
      problems.push({ path: at(`prep[${i}].staleAfterS`), says: 'It would be stale before it is ready.' });
    }
    if (task.afterTaskId !== undefined) {
      const before = demo.prep.findIndex((other) => other.id === task.afterTaskId);
      if (before < 0 || before >= i) {
        problems.push({
          path: at(`prep[${i}].afterTaskId`),
          says: 'This must name a task that stands above it.',
        });
      }
    }
  });
  demo.conditions.forEach((c, i) => {
    if (c.kind === 'measured' && c.min === undefined && c.max === undefined) {
      problems.push({
        path: at(`conditions[${i}].min`),
        says: 'A measured check needs a lower or an upper limit.',
      });
    }
  });
  return problems;
}

/** What class decorators cannot see in a show by itself. */
export function showProblems(show: Show, path = ''): Problem[] {
  const at = (field: string) => (path ? `${path}.${field}` : field);
  const problems = show.items.flatMap((item, i) => [
    ...(item.timing ? timingProblems(item.timing, at(`items[${i}].timing`)) : []),
    ...(item.kind === 'demo' && !item.demoId
      ? [{ path: at(`items[${i}].demoId`), says: 'This is missing.' }]
      : []),
  ]);
  if (show.doors > show.curtainUp)
    problems.push({ path: at('doors'), says: 'Doors must open before curtain-up.' });
  if (show.getIn > show.doors) problems.push({ path: at('getIn'), says: 'The get-in must be before doors.' });
  const people = show.crew.map((place) => place.personId);
  if (new Set(people).size < people.length)
    problems.push({ path: at('crew'), says: 'Somebody is in the crew twice.' });
  return [...problems, ...repeated(show.items, at('items'))];
}

/** The whole show file: each part, and every reference from one part to another. */
export function showFileProblems(file: ShowFile): Problem[] {
  const goods = new Set(file.stock.map((g) => g.id));
  const demos = new Set(file.demos.map((d) => d.id));
  const people = new Set(file.crew.map((p) => p.id));
  const missing = (known: Set<string>, id: string | undefined, path: string, what: string): Problem[] =>
    id === undefined || known.has(id) ? [] : [{ path, says: `There is no ${what} “${id}” in this file.` }];
  return [
    ...showProblems(file.show, 'show'),
    ...file.demos.flatMap((demo, i) => [
      ...demoProblems(demo, `demos[${i}]`),
      ...demo.kit.flatMap((k, j) => missing(goods, k.goodId, `demos[${i}].kit[${j}].goodId`, 'stock')),
      ...demo.consumables.flatMap((c, j) =>
        missing(goods, c.goodId, `demos[${i}].consumables[${j}].goodId`, 'stock'),
      ),
    ]),
    ...file.show.items.flatMap((item, i) => [
      ...missing(demos, item.demoId, `show.items[${i}].demoId`, 'demo'),
      ...missing(people, item.presenterId, `show.items[${i}].presenterId`, 'person'),
      ...item.helperIds.flatMap((id, j) => missing(people, id, `show.items[${i}].helperIds[${j}]`, 'person')),
    ]),
    ...file.show.crew.flatMap((p, i) => missing(people, p.personId, `show.crew[${i}].personId`, 'person')),
    ...missing(new Set([file.venue.id]), file.show.venueId, 'show.venueId', 'venue'),
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
    return [{ path: `${path}[${i}].id`, says: `The id “${id}” is used twice.` }];
  });
}
