import Papa from 'papaparse';
import { debrief, fold, type Happening } from '../live';
import { plan } from '../plan';
import { script } from '../script';
import { demo, item, showOf } from '../testing/hall-show';
import { logOf } from '../testing/log';
import { debriefCsv, debriefMarkdown } from './debrief';

const hostile = '=1+1 | [link](http://x) <b>#*_`';
const file = showOf(
  [demo('foam', { title: hostile, reading: { title: 'How high', kind: 'number', unit: 'cm' }, faults: [] })],
  [item('foam', { title: hostile })],
);
const said = (...more: Happening[]) =>
  fold(
    logOf(
      { kind: 'curtain', body: {} },
      { kind: 'item begun', body: { itemId: 'i-foam' } },
      { kind: 'attempt closed', body: { itemId: 'i-foam', outcome: 'failed', symptom: hostile } },
      { kind: 'reading', body: { attemptId: 'e002', value: 12 } },
      { kind: 'cause', body: { attemptId: 'e002', cause: hostile } },
      { kind: 'curtain down', body: {} },
      ...more,
    ),
    script(file),
  );
const of = (state = said()) => ({
  ...{ file, playedAt: '12 Dec 2026, 14:00', rehearsal: false, state },
  talk: debrief(script(file), plan(file, { plays: 0 }), state),
});

test('a debrief goes out as Markdown in which nothing typed is taken for more than words', () => {
  const text = debriefMarkdown(
    of(said({ kind: 'note', body: { text: 'Water | on\n# the step', nearMiss: true } })),
  );
  expect(text.match(/^#{1,6} .*/gm)).toEqual([
    '# A show in a hall, 12 Dec 2026, 14:00',
    '## Attempts',
    '## Planned and actual',
    '## Notes, hitches and near misses',
  ]);
  expect(text).toContain('**failed**');
  expect(text).toContain('How high: 12 cm');
  expect(text).toContain('**Near miss.** Water \\| on \\# the step');
  expect(text).not.toMatch(/[^\\][[<`]/);
});

test('and as CSV that a spreadsheet takes for no formula', () => {
  const rows = Papa.parse<Record<string, string>>(debriefCsv(of().talk), { header: true }).data;
  expect(rows).toHaveLength(1);
  expect(rows[0]).toMatchObject({ outcome: 'failed', attempt: '1', reading: '12', unit: 'cm' });
  expect(rows[0]!.item!.startsWith("'=")).toBe(true);
});

test('a struck-out run says so, and why', () => {
  const text = debriefMarkdown(of(said({ kind: 'struck out', body: { reason: 'The wrong peroxide' } })));
  expect(text).toContain('left out of the statistics: The wrong peroxide');
});
