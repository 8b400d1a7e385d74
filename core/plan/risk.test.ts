import { riskCsv, riskMarkdown } from '../formats';
import { script } from '../script';
import { applyChange, check, RiskEdit, type RiskEdit as Edit, type ShowFile } from '../show';
import { demo, item, record, showOf } from '../testing/hall-show';
import { plan } from './plan';
import { riskRows } from './risk';
import { venueSheet } from './venue-sheet';

const bang = demo('bang', {
  hazards: ['noise', 'flame'],
  cautions: ['Ears covered.'],
  skills: ['flame'],
  volunteers: 1,
  clearM: 2,
  needs: ['darkness'],
  socket: true,
  powerW: 500,
});
const file = showOf([bang], [item('bang')]);
const rowsOf = (f: ShowFile) => riskRows(script(f));
const write = (f: ShowFile, own: Partial<Edit>): ShowFile => {
  const { itemId, hazard, ground } = rowsOf(f)[0]!;
  const risk = { itemId, hazard, ground, ...own };
  return { ...f, show: applyChange(f.show, { kind: 'set-risk', risk }) };
};

test('a row for each hazard of each item, with what the demo has against it', () => {
  const [noise, flame] = rowsOf(file);
  expect(noise).toMatchObject({
    ...{ title: 'bang', hazard: 'noise', harm: 'damaged hearing', whom: 'presenter, volunteers, audience' },
    ...{ severity: 3, before: 3, riskBefore: 9, after: 2, residual: 6, isEdited: false, isStale: false },
  });
  expect(noise!.controls).toBe('Ears covered; Done by somebody cleared for flame; 2 m kept clear');
  expect(flame).toMatchObject({ hazard: 'flame', severity: 4 });
});

test('what fails often is thought to go wrong more often', () => {
  expect(rowsOf({ ...file, record: [record('bang', 2, 8)] })[0]).toMatchObject({ before: 4, after: 3 });
});

test('what somebody wrote survives a change of the plan, and is flagged once its ground changed', () => {
  const written = write(file, { severity: 5, action: 'Ask the keeper', owner: 'stage manager' });
  expect(check(RiskEdit, written.show.risks![0]).ok).toBe(true);
  expect(rowsOf(written)[0]).toMatchObject({ severity: 5, residual: 10, isEdited: true, isStale: false });
  const moved = { ...written, show: { ...written.show, curtainUp: '15:00' } };
  expect(rowsOf(moved)[0]).toMatchObject({ action: 'Ask the keeper', isStale: false });
  const changed = { ...written, demos: [{ ...bang, cautions: [] }] };
  expect(rowsOf(changed)[0]).toMatchObject({ action: 'Ask the keeper', isEdited: true, isStale: true });
  expect(applyChange(written.show, { kind: 'remove-items', itemIds: ['i-bang'] }).risks).toBeUndefined();
});

test('as Markdown and CSV nothing that was typed becomes a table, a link or a formula', () => {
  const rows = rowsOf(write(file, { action: '=1+1 | [x](y)' }));
  expect(riskMarkdown(file, rows)).toContain('\\=1\\+1 \\| \\[x\\]\\(y\\)'.replace('\\=', '='));
  expect(riskMarkdown(file, rows).split('\n')[0]).toMatch(/^# Risk assessment draft: A show in a hall/);
  expect(riskCsv(rows).split('\r\n')[1]).toContain("'=1+1 | [x](y)");
});

test('the sheet for the venue says what comes, what is asked for and what nobody knows', () => {
  const parts = venueSheet(script(file), plan(file, { plays: 0 }));
  const linesOf = (title: string) => parts.find((p) => p.title === title)?.lines ?? [];
  expect(linesOf('What we bring')).toEqual([
    'Flame: “bang”.',
    'Loud moments: “bang”.',
    'Plugs: 1, together 0.5 kW.',
  ]);
  expect(linesOf('What we ask for')).toEqual(
    expect.arrayContaining(['Darkness.', 'The front row 2 m from what is played.']),
  );
  expect(linesOf('What we ask for').join()).toContain('Can The hall be made dark?');
  expect(linesOf('Please tell us')).toContain('Ceiling height.');
});
