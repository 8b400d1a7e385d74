import { withUnit, type Script } from '../script';
import { levelOf, playedAt } from './played';
import type { ItemState } from './slices/stage';

/** What was set for an attempt: each parameter with its value as it is said, and the variant. */
export type WasSet = ReadonlyMap<string, string>;

/**
 * How one attempt at an item was set: its variant, its parameters as planned or taken over from what was seen, and the
 * level of its series. Empty where nothing can be set. Pure.
 */
export function wasSet(script: Script, state: ItemState, attempt: number): WasSet {
  const { item, demo } = playedAt(script, state, attempt) ?? {};
  const set = new Map<string, string>();
  if (!item || !demo) return set;
  const variant = demo.variants?.find((v) => v.id === item.variantId);
  if (demo.variants?.length) set.set('variant', variant?.title ?? 'as the demo');
  const level = levelOf(script, state, attempt);
  for (const parameter of demo.parameters ?? []) {
    const { id, names, usual } = parameter;
    const setting = item.settings?.find((s) => s.parameterId === id);
    const inSeries = item.series?.parameterId === id ? level : undefined;
    const value = inSeries ?? setting?.name ?? setting?.value ?? names?.[0] ?? usual;
    if (value !== undefined) set.set(parameter.title, withUnit(parameter, value));
  }
  if (state.attempts[attempt]?.settings.other) set.set('something else', 'changed');
  return set;
}

/** What differs from an attempt before: "bottle: 1.5 L, was 0.5 L". */
export const changedSince = (now: WasSet, before: WasSet | undefined): string[] =>
  before === undefined
    ? []
    : [...now].flatMap(([what, value]) => {
        const was = before.get(what);
        return was === undefined || was === value ? [] : [`${what}: ${value}, was ${was}`];
      });
