import { standingsOf, standsOn, type Script, type ScriptItem } from '../script';
import type { Picture } from '../show';

/** How something should look once it is set up: a mark of the venue, or a demo. */
export interface ExpectedPicture {
  subject: string;
  pictures: readonly Picture[];
}

/** What the set-up of some items should look like: first the marks they stand on, then the demos, each once. Pure. */
export function expectedPicturesOf(items: readonly ScriptItem[]): ExpectedPicture[] {
  const marks = items.flatMap((item) =>
    standingsOf(item).map(({ mark }) => ({ subject: mark.name, ...mark })),
  );
  const demos = items.flatMap(({ demo }) => (demo ? [{ subject: demo.title, ...demo }] : []));
  const each = new Map([...marks, ...demos].map((entry) => [entry.id, entry]));
  return [...each.values()].flatMap(({ subject, pictures = [] }) =>
    pictures.length ? [{ subject, pictures }] : [],
  );
}

/** What a mark should look like, and what is played there. Pure. */
export const expectedPicturesAt = ({ items }: Script, markId: string): ExpectedPicture[] =>
  expectedPicturesOf(items.filter((item) => standsOn(item, markId)));

/** Lists of looks as one, each thing once. Pure. */
export const allExpectedPictures = (lists: readonly (readonly ExpectedPicture[])[]): ExpectedPicture[] => [
  ...new Map(lists.flat().map((look) => [look.subject, look])).values(),
];
