import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readShowFile } from '../formats';
import { plan } from '../plan';
import { RULES } from '../plan/rules';
import type { Demo, Hazard, Show, ShowFile, Venue } from '../show';

/** Plays of each sample show: enough for odds, quick to make. */
const PLAYS = 60;
/** Items of the largest sample show. */
const MOST_ITEMS = 10;
/** Sentences of one kind that are listed. */
const MOST_OF_KIND = 5;

const filesIn = (folder: string): ShowFile[] =>
  readdirSync(folder)
    .filter((name) => name.endsWith('.json') && !name.includes('schema'))
    .sort()
    .flatMap((name) => {
      const read = readShowFile(readFileSync(join(folder, name), 'utf8'));
      return read.ok && read.value.show.items.length <= MOST_ITEMS ? [read.value] : [];
    });

/** The same show where less is known or allowed, people and things are missing, or the demos are another kind of danger. */
function changed(file: ShowFile): ShowFile[] {
  const { show, stock } = file;
  const ofVenue = (venue: Partial<Venue>): ShowFile => ({ ...file, venue: { ...file.venue, ...venue } });
  const ofShow = (more: Partial<Show>): ShowFile => ({ ...file, show: { ...show, ...more } });
  const ofDemos = (more: (demo: Demo, index: number) => Partial<Demo>): ShowFile => ({
    ...file,
    demos: file.demos.map((demo, index) => ({ ...demo, ...more(demo, index) })),
  });
  const withHazards = (...hazards: Hazard[]) => ofDemos(() => ({ hazards }));
  const { id, name, kind, indoors } = file.venue;
  const crewIds = show.crew.map((c) => c.personId);
  const kit = stock.filter((g) => g.sort === 'kit').map((g) => ({ goodId: g.id, count: 99 }));
  const cryogen = stock.find((g) => g.storage === 'cryogen');
  const vessel = {
    ...{ goodId: cryogen?.id ?? '', cryogen: 'dry ice' as const, vessel: 2, staticPerDay: 3, chillDown: 1 },
    ...{ filledAt: '12:00', pourLossPct: 20, openPerHour: 2, openHours: 3, reservePct: 20, objects: [] },
  };
  const cold = (filledOn: string) => ofShow({ cold: [{ ...vessel, filledOn }] });
  return [
    file,
    { ...file, venue: { id, name, kind, indoors, marks: file.venue.marks, notes: '' } },
    ofVenue({
      flameAllowed: false,
      ceilingM: 1,
      frontRowM: 0.3,
      roomM3: 20,
      curfew: show.curtainUp,
      marks: [],
    }),
    ofVenue({
      powerKW: 0.5,
      sockets: 1,
      marks: file.venue.marks.map((m) => ({ ...m, socket: false, waterNear: true })),
    }),
    ofVenue({ opens: show.curtainUp, closes: show.curtainUp }),
    {
      ...file,
      crew: file.crew.map((p) => ({ ...p, skills: [] })),
      stock: stock.map((g) => ({ ...g, onShelf: 0, hazards: ['H225', 'H314'] })),
    },
    ofShow({ crew: show.crew.slice(0, 1), slotMin: 5, hardEnd: show.curtainUp }),
    ofShow({ crew: show.crew.map((c) => ({ ...c, arrives: show.curtainUp, leaves: show.curtainUp })) }),
    ofShow({ items: [] }),
    ofShow({ getIn: show.curtainUp, doors: show.curtainUp }),
    ofShow({ bans: [{ hazard: 'flame', after: show.curtainUp }] }),
    {
      ...file,
      elsewhere: [
        { showId: 'other', title: 'Another show', from: show.doors, to: '23:00', personIds: crewIds, kit },
      ],
    },
    { ...file, pace: { sd: 0.1, shows: 12, widen: 1.4, held: 6, graded: 12 } },
    withHazards('cryogen', 'pressure', 'noise', 'flame'),
    ofDemos((demo, i) => ({
      steps: demo.steps.filter((step) => step.kind !== 'shout'),
      hazards: [
        'noise',
        (
          [
            'flame',
            'flammable vapour',
            'high voltage',
            'oxidiser',
            'strong magnet',
            'darkness',
            'broken glass',
          ] as const
        )[i % 7]!,
      ],
      peakDB: 120,
      powerW: 2000,
      socket: true,
    })),
    withHazards('high voltage', 'slippery floor', 'flammable vapour'),
    ofDemos((demo) => ({
      steps: demo.steps.map((s) => ({ ...s, by: 'volunteer' as const, interlock: true })),
      worn: [{ by: 'front row' as const, what: 'goggles' }],
    })),
    ...['2020-01-01', show.date].map(cold),
  ];
}

/** A sentence without its names and figures. */
const shapeOf = (sentence: string): string => sentence.replace(/“[^”]*”/g, '“”').replace(/[\d.,:−-]+/g, '0');

/** Sentences of the plan's findings and the labels of their fixes, by code: what sample shows bring out, a few of each. */
function findingSentences(root: string): Map<string, string[]> {
  const found = new Map<string, Map<string, string>>();
  const [hall, ...others] = ['docs/formats', 'core/testing/cases', 'core/testing/truth'].flatMap((folder) =>
    filesIn(join(root, folder)),
  );
  for (const file of [...changed(hall!), ...others])
    for (const { code, message, fixes } of plan(file, { plays: PLAYS }).findings) {
      const ofCode = found.get(code) ?? new Map<string, string>();
      found.set(code, ofCode);
      const sentence = [message, ...fixes.map((f) => `[${f.label}]`)].join(' ');
      if (ofCode.size < MOST_OF_KIND && !ofCode.has(shapeOf(message))) ofCode.set(shapeOf(message), sentence);
    }
  return new Map([...found].map(([code, sentences]) => [code, [...sentences.values()]]));
}

/** docs/sentences.md; `root`: the folder of the project. */
export function sentences(root: string): string {
  const found = findingSentences(root);
  const codes = [...found.keys()].sort();
  const missing = Object.keys(RULES).filter((code) => !found.has(code));
  return (
    [
      '# What the plan says',
      'Sentences of findings, with the labels of their fixes in square brackets, as sample shows bring them out: a few of each kind, by their code. Written by `npm run formats`; a test holds it to the code. What the calculators answer is in [calculator-answers.md](calculator-answers.md).',
      ...codes.map((code) =>
        [
          `## ${code}`,
          found
            .get(code)!
            .map((s) => `- ${s}`)
            .join('\n'),
        ].join('\n\n'),
      ),
      `## Not brought out by these samples\n\n${missing.join(', ')}. Their sentences are in \`core/plan/rules/\`.`,
    ].join('\n\n') + '\n'
  );
}
