import type { Patch } from './change';
import type { Show } from './show';

/** The fields of a show in words. */
const FIELDS: { [K in keyof Required<Show>]: string } = {
  id: 'the show',
  copyOf: 'the show it is a copy of',
  title: 'the title',
  venueId: 'the venue',
  date: 'the date',
  getIn: 'get-in',
  doors: 'doors',
  curtainUp: 'curtain-up',
  slotMin: 'the slot',
  heads: 'how many people come',
  crew: 'the crew',
  items: 'the running order',
  notes: 'the notes',
  hardEnd: 'when everyone has to be out',
  bans: 'what is not allowed when',
  extraKit: 'kit that is brought along',
  slotWaits: 'whether the slot waits in a hold',
  audienceStations: 'the stations of the audience',
  runOutPct: 'the odds of running out',
  cold: 'the cold budget',
  agreed: 'what the venue agreed to',
  acknowledged: 'acknowledged stops',
  risks: 'the risk assessment',
};

/** What patches change of a show, each thing once: "curtain-up", "“Foam column”", "the running order". */
export function changesSaid(before: Show, patches: readonly Patch[]): string[] {
  const words = patches.flatMap(({ path, value }): string[] => {
    const [field, index, inside] = path;
    if (field === undefined)
      return (Object.keys(FIELDS) as (keyof Show)[])
        .filter((key) => JSON.stringify(before[key]) !== JSON.stringify((value as Show)[key]))
        .map((key) => FIELDS[key]);
    const title = inside !== undefined && field === 'items' ? before.items[Number(index)]?.title : undefined;
    return [title === undefined ? FIELDS[field as keyof Show] : `“${title}”`];
  });
  return [...new Set(words)];
}
