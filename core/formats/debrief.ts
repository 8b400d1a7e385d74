import Papa from 'papaparse';
import type { Debrief, DebriefLine, RunState } from '../live';
import { formatAmount, formatDuration } from '../quantities';
import type { ShowFile } from '../show';
import { plainRow } from './cells';

/** A debrief as it leaves the program: of which show, when, and what it was. */
export interface DebriefOf {
  file: ShowFile;
  /** When its curtain went up, as people say it. */
  playedAt: string;
  rehearsal: boolean;
  talk: Debrief;
  state: RunState;
}

/** What a person typed must not become a heading, a link or a table in Markdown (CommonMark 0.31, 2.4). */
const plain = (text: string): string =>
  text.replace(/\s+/g, ' ').replace(/[\\`*_{}[\]<>()#+\-.!|~]/g, '\\$&');

const readingWords = ({ attempt, reading }: DebriefLine): string =>
  attempt.reading === undefined
    ? ''
    : `${attempt.reading}${typeof attempt.reading === 'number' && reading?.unit ? ` ${reading.unit}` : ''}`;

/** A debrief as Markdown: what failed first, then times, what is left over, notes, what to do before next time. */
export function debriefMarkdown({ file, playedAt, rehearsal, talk, state }: DebriefOf): string {
  const { struck } = state;
  const attempts = talk.lines.map((line) => {
    const { title, level, attempt, takesS } = line;
    const parts = [
      `${plain(title)}${level === undefined ? '' : `, ${plain(level)}`}${attempt.n > 1 ? `, attempt ${attempt.n}` : ''}: **${attempt.outcome}**`,
      formatDuration(takesS),
      attempt.symptom && plain(attempt.symptom),
      attempt.cause && `cause: ${plain(attempt.cause)}`,
      line.set.length > 0 && `set: ${plain(line.set.join(', '))}`,
      line.changed.length > 0 && `changed: ${plain(line.changed.join('; '))}`,
      attempt.change && `changed: ${plain(attempt.change)}`,
      line.reading && readingWords(line) && `${plain(line.reading.title)}: ${plain(readingWords(line))}`,
    ];
    return `- ${parts.filter(Boolean).join('; ')}`;
  });
  const times = talk.times
    .filter((t) => t.actualS !== undefined)
    .map(
      (t) =>
        `| ${plain(t.title)} | ${formatDuration(t.plannedS)} | ${formatDuration(Math.round(t.actualS!))} |`,
    );
  const left = talk.leftovers.map(
    (l) => `- ${plain(l.name)}: ${plain(formatAmount(l.counted ?? l.expected, l.unit))}`,
  );
  const none = state.nearMisses === 0 && state.noNearMiss ? ['- No near miss.'] : [];
  const notes = [...state.notes].map((n) => `- ${n.nearMiss ? '**Near miss.** ' : ''}${plain(n.text)}`);
  const actions = state.actions.map((a) => `- [${a.done ? 'x' : ' '}] ${plain(a.text)}`);
  const part = (title: string, lines: string[]) => (lines.length ? [`## ${title}`, '', ...lines, ''] : []);
  return [
    `# ${plain(file.show.title)}, ${plain(playedAt)}`,
    '',
    [plain(file.venue.name), rehearsal && 'a rehearsal', struck && `struck out: ${plain(struck.reason)}`]
      .filter(Boolean)
      .join(', '),
    '',
    ...part('Attempts', attempts),
    ...part(
      'Planned and actual',
      times.length ? ['| Item | Planned | Took |', '| --- | --- | --- |', ...times] : [],
    ),
    ...part('Left over', left),
    ...part('Notes and near misses', [...none, ...notes]),
    ...part('Before next time', actions),
  ].join('\n');
}

/** The attempts of a debrief as CSV (RFC 4180), in the running order. */
export const debriefCsv = ({ lines }: Debrief): string =>
  Papa.unparse(
    lines.map((line) =>
      plainRow({
        item: line.title,
        level: line.level ?? '',
        attempt: line.attempt.n,
        outcome: line.attempt.outcome,
        seconds: line.takesS,
        seen: line.attempt.symptom ?? '',
        cause: line.attempt.cause ?? '',
        set: line.set.join('; '),
        changed: [...line.changed, ...(line.attempt.change ? [line.attempt.change] : [])].join('; '),
        measured: line.reading?.title ?? '',
        reading: line.attempt.reading ?? '',
        unit: line.reading?.unit ?? '',
      }),
    ),
  );
