import type { Script } from '../../script';
import type { Hazard, Person, Who } from '../../show';

/** Whether a person may do a task: anyone, they themselves, or the named role or skill. */
export function mayDo(person: Person | undefined, who: Who): boolean {
  if (!person) return false;
  switch (who.kind) {
    case 'anyone':
      return true;
    case 'person':
      return person.id === who.value;
    case 'role':
      return person.role === who.value;
    case 'skill':
      return person.skills.some((s) => s === who.value);
  }
}

/** Whether the show forbids a hazard at some moment of a span of seconds; gives the ban it breaks. */
export function bannedAt(
  { file, at }: Script,
  hazards: readonly Hazard[],
  fromS: number,
  toS: number,
): { hazard: Hazard; before?: string; after?: string } | undefined {
  return file.show.bans?.find(
    (ban) =>
      hazards.includes(ban.hazard) &&
      ((ban.before !== undefined && fromS < at(ban.before)) ||
        (ban.after !== undefined && toS > at(ban.after))),
  );
}
