import Papa from 'papaparse';
import type { RiskRow } from '../plan';
import type { ShowFile } from '../show';
import { plainRow } from './cells';
import { plainMarkdown } from './markdown';

/** What stands above every draft: it is signed on paper by someone competent, or it is none. */
export const RISK_DRAFT =
  'Draft. Local codes, the venue’s rules, the supplier’s safety data sheet and trained people come first. Likelihoods are where judging begins. It counts once someone competent has signed it.';

const COLUMNS: readonly [head: string, cell: (row: RiskRow) => string][] = [
  ['Item', (r) => r.title],
  ['Hazard', (r) => r.hazard],
  ['What can happen', (r) => r.harm],
  ['To whom', (r) => r.whom],
  ['Controls already there', (r) => r.controls],
  ['Severity', (r) => String(r.severity)],
  ['Likelihood without', (r) => String(r.before)],
  ['Risk without', (r) => String(r.riskBefore)],
  ['Likelihood with', (r) => String(r.after)],
  ['Risk left', (r) => String(r.residual)],
  ['Further action', (r) => r.action],
  ['Owner', (r) => r.owner],
];

/** A risk assessment draft as CSV (RFC 4180), in the running order. */
export const riskCsv = (rows: readonly RiskRow[]): string =>
  Papa.unparse(
    rows.map((row) => plainRow(Object.fromEntries(COLUMNS.map(([head, cell]) => [head, cell(row)])))),
  );

/** The same as a table in Markdown. */
export function riskMarkdown(
  { show, venue }: Pick<ShowFile, 'show' | 'venue'>,
  rows: readonly RiskRow[],
): string {
  const line = (cells: readonly string[]) => `| ${cells.join(' | ')} |`;
  return [
    `# Risk assessment draft: ${plainMarkdown(show.title)}, ${show.date}, ${plainMarkdown(venue.name)}`,
    '',
    RISK_DRAFT,
    '',
    line(COLUMNS.map(([head]) => head)),
    line(COLUMNS.map(() => '---')),
    ...rows.map((row) => line(COLUMNS.map(([, cell]) => plainMarkdown(cell(row))))),
    '',
    'Signed: ____________________  Date: ____________',
    '',
  ].join('\n');
}
