import {
  blankDemo,
  SHOW_VERSION,
  type Demo,
  type DemoRecord,
  type Good,
  type Item,
  type Person,
  type PrepTask,
  type ShowFile,
} from '../show';

/** A small show in a hall for tests: two people, one good of each sort, no items. */
export function hallShow(changes: Partial<ShowFile> = {}): ShowFile {
  return {
    format: 'hearty-stage/show',
    version: SHOW_VERSION,
    show: {
      id: 'show',
      title: 'A show in a hall',
      venueId: 'hall',
      date: '2026-12-12',
      getIn: '12:30',
      doors: '13:40',
      curtainUp: '14:00',
      slotMin: 45,
      heads: 90,
      crew: [
        { personId: 'ann', arrives: '12:30' },
        { personId: 'ben', arrives: '12:30' },
      ],
      items: [],
      notes: '',
    },
    demos: [],
    venue: {
      id: 'hall',
      name: 'The hall',
      kind: 'hall',
      indoors: true,
      flameAllowed: true,
      marks: [{ id: 'front-bench', name: 'front bench', kind: 'bench', spots: 1 }],
      notes: '',
    },
    crew: [person('ann', ['flame']), person('ben', [])],
    stock: [good('soda', 'consumable', 2), good('flask', 'kit', 1)],
    record: [],
    ...changes,
  };
}

export const person = (id: string, skills: Person['skills']): Person => ({
  id,
  name: id[0]!.toUpperCase() + id.slice(1),
  role: id === 'ann' ? 'presenter' : 'technician',
  skills,
});

export const good = (id: string, sort: Good['sort'], onShelf: number): Good => ({
  id,
  name: id,
  sort,
  unit: 'piece',
  onShelf,
});

/** A demo of one five-minute step (four to eight) that works eight times in ten by its own guess. */
export function demo(id: string, changes: Partial<Demo> = {}): Demo {
  return {
    ...blankDemo(id),
    title: id,
    topic: 'foam',
    steps: [{ id: 'one', kind: 'do', text: 'Do it', bestS: 240, likelyS: 300, worstS: 480 }],
    furtherS: 60,
    retryS: 90,
    coverS: 30,
    ...changes,
  };
}

export const item = (demoId: string, changes: Partial<Item> = {}): Item => ({
  id: `i-${demoId}`,
  kind: 'demo',
  title: demoId,
  demoId,
  showings: 1,
  retries: 0,
  helperIds: [],
  ...changes,
});

export const task = (id: string, changes: Partial<PrepTask> = {}): PrepTask => ({
  id,
  title: id,
  handsOnS: 60,
  who: { kind: 'anyone' },
  readyAfterS: 0,
  beforeDoors: false,
  ...changes,
});

export const record = (
  demoId: string,
  worked: number,
  failed: number,
  playsS: number[] = [],
): DemoRecord => ({
  demoId,
  worked,
  partly: 0,
  failed,
  playsS,
});

/** The hall show with these demos, one item each, in this order. */
export function showOf(
  demos: Demo[],
  items: Item[] = demos.map((d) => item(d.id)),
  changes: Partial<ShowFile> = {},
): ShowFile {
  const file = hallShow({ demos, ...changes });
  return { ...file, show: { ...file.show, items } };
}
