import { fix, type Fix } from '../../findings';
import { formatFigure } from '../../quantities';
import { mayPlay } from '../../script';
import type { Agreed, Demo } from '../../show';
import type { PlannedItem } from '../../timetable';
import type { Context } from './context';

/** What the rules of room, noise and venue have in common. */

export const m = (metres: number) => `${formatFigure(Math.round(10 * metres) / 10)} m`;
export const leaveOut = ({ title, itemId }: PlannedItem): Fix =>
  fix(`Leave out “${title}”`, { kind: 'remove-items', itemIds: [itemId] });
export const agree = (label: string, what: Agreed): Fix => fix(label, { kind: 'agree', what });
export const hasAgreed = ({ script }: Context, what: Agreed) => !!script.file.show.agreed?.includes(what);

/** The items whose demo, or one of those that may be picked, is of a kind. */
export const playing = (c: Context, is: (demo: Demo) => boolean): PlannedItem[] =>
  c.items.flatMap((scripted) => (mayPlay(scripted).some(is) ? [c.planned(scripted.item.id)] : []));

/** Putting it on another mark of its kind; those that do not help are not offered. */
export const otherMarks = ({ itemId }: PlannedItem, c: Context): Fix[] => {
  const standing = c.script.byItem.get(itemId)?.standing;
  return c.script.marks.all
    .filter((mark) => standing && mark.kind === standing.mark.kind && mark.id !== standing.mark.id)
    .map((mark) =>
      fix(`Put it on the ${mark.name}`, { kind: 'set-item', itemId, fields: { markId: mark.id } }),
    );
};

export const assumedFrontRow = (
  { isAssumed, frontRowM }: { isAssumed: boolean; frontRowM: number },
  c: Context,
) =>
  isAssumed
    ? ` This assumes a front row ${m(frontRowM)} away. Measure it and enter it for ${c.script.file.venue.name}.`
    : '';
