import { mayPlay, type ScriptItem } from '../script';
import type { Step } from '../show';

const stepsOf = (item: ScriptItem): Step[] => mayPlay(item).flatMap(({ steps }) => steps);

/** What those on stage have to do with a step that somebody else does: said to helpers, or to the presenter. */
type Said = Partial<Record<NonNullable<Step['by']>, string>>;

const TO: Record<'presenter' | 'helper', Said> = {
  helper: { helper: 'You do' },
  presenter: { volunteer: 'Your eye on the volunteer', guest: 'Your eye on the guest' },
};

/** The steps of an item that a helper does, or over which the presenter keeps an eye: "You do: hold the funnel". Pure. */
export const handsSaid = (item: ScriptItem, to: 'presenter' | 'helper'): string[] =>
  Object.entries(TO[to]).flatMap(([by, message]) => {
    const theirs = stepsOf(item).filter((step) => step.by === by);
    return theirs.length ? [`${message}: ${theirs.map(({ text }) => `“${text}”`).join('; ')}`] : [];
  });

/** A step done by somebody from outside the crew, who is watched at it. */
export const isWatched = ({ by }: Pick<Step, 'by'>): boolean => by === 'guest' || by === 'volunteer';

/** What others than the presenter do in an item: "A guest does “lift the lid”". Pure. */
export const othersDo = (item: ScriptItem): string[] =>
  stepsOf(item).flatMap(({ by, text }) => (by ? [`A ${by} does “${text}”`] : []));
