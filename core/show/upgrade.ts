/** Documents as they were written in version 1, read as version 2. Pure; what is not as version 1 had it is left to be refused. */

type Json = Record<string, unknown>;

const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const each = (list: unknown, change: (entry: Json) => unknown): unknown =>
  Array.isArray(list) ? list.map((entry) => (isObject(entry) ? change(entry) : (entry as unknown))) : list;

/** Version 1's stations, and the kinds of mark they were. */
const KIND_OF: Record<string, string> = {
  'front bench': 'bench',
  'side trolley': 'trolley',
  'floor front': 'floor',
  'outdoor pad': 'pad',
};

const kindOf = (station: unknown) =>
  typeof station === 'string' && Object.hasOwn(KIND_OF, station) ? KIND_OF[station] : station;

/** An object with one field under a new name and value; without it where it had none. */
function moved(json: Json, from: string, to: string, change: (value: unknown) => unknown): Json {
  const { [from]: value, ...rest } = json;
  return value === undefined ? rest : { ...rest, [to]: change(value) };
}

/** Words for what is worn; by whom is read from them. */
const worn = (lines: unknown): unknown =>
  Array.isArray(lines)
    ? lines.map((what: unknown) => ({
        what,
        by:
          typeof what !== 'string' || /presenter|crew/i.test(what)
            ? 'presenter'
            : /volunteer/i.test(what)
              ? 'volunteer'
              : /helper/i.test(what)
                ? 'helper'
                : 'presenter',
      }))
    : lines;

/** A ladder of n levels was 1 + 2 + … + n amounts in one showing. */
function withoutLadder(need: Json): Json {
  const { per, levels, ...rest } = need;
  if (per !== 'ladder') return { ...rest, ...(per !== undefined && { per }) };
  const n = typeof levels === 'number' ? levels : 1;
  const amount = typeof rest['amount'] === 'number' ? (rest['amount'] * n * (n + 1)) / 2 : rest['amount'];
  return { ...rest, amount, per: 'showing' };
}

/** A variant's amounts of a ladder grew with it, so that such a variant has consumables of its own. */
function variant(json: Json, needs: unknown): Json {
  const next = moved(json, 'ppe', 'worn', worn);
  // None of its own were the demo's.
  if (Array.isArray(next['worn']) && next['worn'].length === 0) delete next['worn'];
  const { amounts } = next;
  if (!Array.isArray(amounts) || !Array.isArray(needs)) return next;
  const amountOf = new Map(amounts.filter(isObject).map((a) => [a['goodId'], a['amount']]));
  const ladder = needs.some((n) => isObject(n) && n['per'] === 'ladder' && amountOf.has(n['goodId']));
  if (!ladder) return next;
  const consumables = each(needs, (need) =>
    withoutLadder({ ...need, amount: amountOf.get(need['goodId']) ?? need['amount'] }),
  );
  return { ...next, amounts: [], consumables };
}

function demo(body: Json): Json {
  const next = moved(moved(body, 'station', 'mark', kindOf), 'ppe', 'worn', worn);
  return {
    ...next,
    ...('prep' in next && { prep: each(next['prep'], (task) => moved(task, 'station', 'mark', kindOf)) }),
    ...('consumables' in next && { consumables: each(next['consumables'], withoutLadder) }),
    ...('variants' in next && { variants: each(next['variants'], (v) => variant(v, body['consumables'])) }),
  };
}

/** Stations become marks of the same name, with room for one thing. */
const venue = (body: Json): Json =>
  moved(body, 'stations', 'marks', (stations) =>
    Array.isArray(stations)
      ? [...new Set<unknown>(stations)].map((name) => ({
          id: String(name).replace(/ /g, '-'),
          name,
          kind: kindOf(name),
          spots: 1,
        }))
      : stations,
  );

const KINDS: Record<string, (body: Json) => Json> = { demo, venue };

/** The body of a document of a kind as version 2 has it; of any but demos and venues it is the same. */
export const upgradeDocument = (kind: string, body: unknown): unknown =>
  isObject(body) && Object.hasOwn(KINDS, kind) ? KINDS[kind]!(body) : body;

/** A show file of an older version as the newest has it. Anything else is given back as it is. */
export function upgradeShowFile(file: unknown): unknown {
  if (!isObject(file) || file['version'] !== 1) return file;
  return {
    ...file,
    version: 2,
    ...('demos' in file && { demos: each(file['demos'], demo) }),
    ...('venue' in file && { venue: upgradeDocument('venue', file['venue']) }),
  };
}
