import { addDays, differenceInCalendarDays, formatISO, parseISO } from 'date-fns';
import type { Show } from './show';

/** The same show on another day (2026-12-12), under an id of its own, which knows the first of them; what is filled days ahead moves along.
 * Acknowledgements and what the venue agreed to are left out: they were for that day. Pure. */
export function copyOf(
  { acknowledged: _acknowledged, agreed: _agreed, ...show }: Show,
  id: string,
  date: string,
): Show {
  const days = differenceInCalendarDays(parseISO(date), parseISO(show.date));
  const moved = (day: string) => formatISO(addDays(parseISO(day), days), { representation: 'date' });
  const cold = show.cold?.map((c) => ({ ...c, filledOn: moved(c.filledOn) }));
  return { ...structuredClone(show), id, date, copyOf: show.copyOf ?? show.id, ...(cold && { cold }) };
}
