import Papa from 'papaparse';
import type { Debrief, DebriefLine, RunState } from '../live';
import { formatAmount, formatDuration } from '../quantities';
import type { ShowFile } from '../show';
import { plainRow } from './cells';
import { plainMarkdown } from './markdown';

/** A debrief as it leaves the program: of which show, when, and what it was. */
export interface DebriefOf {
  file: ShowFile;
  /** When its curtain went up, as people say it. */
  playedAt: string;
  rehearsal: boolean;
  talk: Debrief;
  state: RunState;
}

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
      `${plainMarkdown(title)}${level === undefined ? '' : `, ${plainMarkdown(level)}`}${attempt.n > 1 ? `, attempt ${attempt.n}` : ''}: **${attempt.outcome}**`,
      formatDuration(takesS),
      attempt.symptom && plainMarkdown(attempt.symptom),
      attempt.cause && `cause: ${plainMarkdown(attempt.cause)}`,
      line.set.length > 0 && `set: ${plainMarkdown(line.set.join(', '))}`,
      line.changed.length > 0 && `changed: ${plainMarkdown(line.changed.join('; '))}`,
      attempt.change && `changed: ${plainMarkdown(attempt.change)}`,
      line.guesses.length > 0 && `guessed: ${plainMarkdown(line.guesses.join(', '))}`,
      line.reading &&
        readingWords(line) &&
        `${plainMarkdown(line.reading.title)}: ${plainMarkdown(readingWords(line))}`,
    ];
    return `- ${parts.filter(Boolean).join('; ')}`;
  });
  const times = talk.times
    .filter((t) => t.actualS !== undefined)
    .map(
      (t) =>
        `| ${plainMarkdown(t.title)} | ${formatDuration(t.plannedS)} | ${formatDuration(Math.round(t.actualS!))} |`,
    );
  const left = talk.leftovers.map(
    (l) => `- ${plainMarkdown(l.name)}: ${plainMarkdown(formatAmount(l.counted ?? l.expected, l.unit))}`,
  );
  const incidents = talk.incidents.map(({ kind, title, text }) => {
    const what = plainMarkdown(text ?? 'marked on stage, not described');
    return `- **${kind === 'hitch' ? 'Hitch' : 'Near miss'}.** ${what}${title ? ` (${plainMarkdown(title)})` : ''}`;
  });
  const isNone = incidents.every((_, i) => talk.incidents[i]!.kind === 'hitch');
  const none = isNone && state.nearMisses === 0 && state.noNearMiss ? ['- No near miss.'] : [];
  const notes = [...state.notes].map(
    (n) => `- ${n.nearMiss ? '**Near miss.** ' : ''}${plainMarkdown(n.text)}`,
  );
  const actions = state.actions.map((a) => `- [${a.done ? 'x' : ' '}] ${plainMarkdown(a.text)}`);
  const part = (title: string, lines: string[]) => (lines.length ? [`## ${title}`, '', ...lines, ''] : []);
  return [
    `# ${plainMarkdown(file.show.title)}, ${plainMarkdown(playedAt)}`,
    '',
    [
      plainMarkdown(file.venue.name),
      rehearsal && 'a rehearsal',
      struck && `left out of the statistics: ${plainMarkdown(struck.reason)}`,
    ]
      .filter(Boolean)
      .join(', '),
    '',
    ...(state.summary ? [plainMarkdown(state.summary), ''] : []),
    ...part('Attempts', attempts),
    ...part(
      'Planned and actual',
      times.length ? ['| Item | Planned | Took |', '| --- | --- | --- |', ...times] : [],
    ),
    ...part('Left over', left),
    ...part('Notes, hitches and near misses', [...none, ...incidents, ...notes]),
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
        guessed: line.guesses.join('; '),
        reading: line.attempt.reading ?? '',
        unit: line.reading?.unit ?? '',
      }),
    ),
  );
