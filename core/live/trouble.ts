import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { formatDuration } from '../quantities';
import type { Script, ScriptItem } from '../script';
import { cue } from './cue';
import type { Happening } from './events';
import type { RunState } from './fold';
import { closing, nextItem, onceMore } from './moves';
import { standByOf, tally } from './played';
import { onStage, type ItemState } from './slices/stage';

/** A mishap of a rehearsal: what, and in which item. */
export interface Mishap {
  id: string;
  kind: 'it fails' | 'volunteer' | 'stale' | 'slot';
  /** Of the slot: the item in which it is told. */
  itemId: string;
  message: string;
}

/** Something that may be done about a mishap. */
export interface Remedy {
  did: string;
  does: readonly Happening[];
}

/** A mishap that is there now, with what may be done about it. */
export interface Trouble extends Mishap {
  title: string;
  remedies: readonly Remedy[];
}

/** By so much the slot is cut, in s; common practice: what a late school coach takes. */
const SLOT_CUT_S = 300;
/** From so many demos on, two of them fail. */
const MANY_DEMOS = 6;
const GO_ON = 'Go on with somebody else';
const PLAY_STALE = 'Play it as it is';
/** What a review does not hold for sound. */
export const RECKLESS: readonly string[] = [GO_ON, PLAY_STALE];

/** An item that may not be left out weighs as the worthiest that may. */
export const worthOf = ({ item }: ScriptItem): number => item.worth ?? 5;

/**
 * The mishaps of a rehearsal, drawn from what the demos themselves say may go wrong; the same seed draws the same.
 * They are put where they hurt: the worthier an item, the likelier it is hit, and no item twice. Pure.
 */
export function mishaps(script: Script, seed: number): Mishap[] {
  const random = xoroshiro128plus(seed);
  const hit = new Set<string>();
  /** One of the items a mishap may befall, by their worth. */
  const draw = (may: readonly ScriptItem[]): ScriptItem | undefined => {
    const left = may.filter(({ item }) => !hit.has(item.id));
    let at = uniformFloat64(random) * left.reduce((sum, i) => sum + worthOf(i), 0);
    const drawn = left.find((i) => (at -= worthOf(i)) <= 0) ?? left.at(-1);
    if (drawn) hit.add(drawn.item.id);
    return drawn;
  };
  const demos = script.items.filter(({ demo, options }) => demo && !options);
  const found: (Mishap | undefined)[] = [];
  const add = (
    kind: Mishap['kind'],
    scripted: ScriptItem | undefined,
    describe: (scriptItem: ScriptItem) => string,
  ) =>
    found.push(
      scripted && {
        id: `mishap-${found.length}`,
        kind,
        itemId: scripted.item.id,
        message: describe(scripted),
      },
    );
  const stale = ({ demo }: ScriptItem) => demo?.prep.find((t) => t.staleAfterS !== undefined);
  add('stale', draw(demos.filter((i) => i.index > 0 && stale(i))), (scripted) => {
    const { title, staleAfterS } = stale(scripted)!;
    return `“${title}” has stood longer than ${formatDuration(staleAfterS!)}. It is stale.`;
  });
  add(
    'volunteer',
    draw(demos.filter(({ demo }) => demo!.volunteers > 0)),
    () => 'The volunteer trips and sits down.',
  );
  const fails = ({ demo }: ScriptItem) => {
    const { faults } = demo!;
    return faults[Math.floor(uniformFloat64(random) * faults.length)]?.symptom ?? 'It does not work.';
  };
  add('it fails', draw(demos), fails);
  if (demos.length >= MANY_DEMOS) add('it fails', draw(demos), fails);
  // Not in the last third: then there is nothing left to leave out.
  const middle = script.items[Math.floor(script.items.length / 2)];
  if (middle && script.items.length > 2)
    add('slot', middle, () => `The hall must be empty ${formatDuration(SLOT_CUT_S)} sooner than agreed.`);
  return found.flatMap((m) => m ?? []);
}

/** The mishap that is there now, undefined where none is: each at the moment when it hurts most, until something is done. Pure. */
export function troubleNow(script: Script, state: RunState): Trouble | undefined {
  const seed = state.rehearsal?.seed;
  const item = onStage(state);
  if (seed === undefined || state.phase !== 'running' || item?.status !== 'now') return undefined;
  const mishap = mishaps(script, seed).find((m) => !state.met.has(m.id) && isThere(script, state, item, m));
  if (!mishap) return undefined;
  const title = script.byItem.get(mishap.itemId)!.item.title;
  return { ...mishap, title, remedies: remedies(script, state, mishap) };
}

function isThere(script: Script, state: RunState, now: ItemState, { kind, itemId }: Mishap): boolean {
  if (kind === 'slot') return script.byItem.get(now.itemId)!.index >= script.byItem.get(itemId)!.index;
  // It is found out while the item before it is on.
  if (kind === 'stale')
    return nextItem(state)?.itemId === itemId && state.items.get(itemId)!.attempts.length === 0;
  if (now.itemId !== itemId || now.closed || now.standBy || now.attempts.length > 0) return false;
  const { left = [] } = cue(script, state) ?? {};
  return kind === 'it fails' ? left.length <= 1 : now.stepsDone.length > 0 || left.length <= 1;
}

function remedies(script: Script, state: RunState, { kind, itemId, message }: Mishap): Remedy[] {
  const skip: Happening = { kind: 'skip', body: { itemId } };
  if (kind === 'slot')
    return [{ did: 'Understood', does: [{ kind: 'slot cut', body: { byS: SLOT_CUT_S } }] }];
  if (kind === 'volunteer')
    return [
      { did: 'Hold, and see to them', does: [{ kind: 'hold', body: {} }] },
      { did: 'Break it off', does: [skip] },
      { did: GO_ON, does: [] },
    ];
  if (kind === 'stale') {
    const standBy = standByOf(script, script.byItem.get(itemId)!);
    return [
      { did: 'Make it again, play it last', does: [{ kind: 'later', body: { itemId } }] },
      ...(standBy
        ? [
            {
              did: `Put on “${standBy.title}” instead`,
              does: [{ kind: 'stand-by', body: { itemId } }] as const,
            },
          ]
        : []),
      { did: 'Leave it out', does: [skip] },
      { did: PLAY_STALE, does: [] },
    ];
  }
  const item = state.items.get(itemId)!;
  const failed = closing(item, 'failed', message);
  const next = nextItem(state);
  return [
    ...(tally(script, item).retriesLeft > 0
      ? [{ did: 'Once more', does: [failed, onceMore(script, item)] }]
      : []),
    {
      did: 'Say what should have been, and go on',
      does: next ? [failed, { kind: 'item begun', body: { itemId: next.itemId } }] : [failed],
    },
  ];
}

/** What is recorded when something is done about a mishap: that, and what it brings. */
export const meet = (trouble: Trouble, { did, does }: Remedy): readonly Happening[] => [
  { kind: 'trouble met', body: { troubleId: trouble.id, did } },
  ...does,
];

/** Whether a mishap came to be there in a run that is over. */
export function befell(script: Script, state: RunState, { id, kind, itemId }: Mishap): boolean {
  const item = state.items.get(itemId)!;
  if (state.met.has(id)) return true;
  if (kind === 'slot') return item.begunAt !== undefined;
  if (item.standBy) return false;
  return kind === 'volunteer' ? item.everDone.length > 0 : item.attempts.length > 0;
}
