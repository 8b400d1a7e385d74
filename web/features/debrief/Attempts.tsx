import {
  ChangeMade,
  formatDuration,
  formatFigure,
  type Debrief,
  type DebriefLine,
  type LikelyCause,
  type Outcome,
} from '@hearty/core';
import { Box, Chip, Paper, Typography } from '@mui/material';
import { format } from 'date-fns';
import { FieldOf } from '../../kit/fields';
import { AddToDemo } from './AddToDemo';
import { CauseFields } from './CauseField';
import { Section, say } from './common';

/** What failed and what was changed first, one by one; what worked is one line, and so is what was left out. */
export function Attempts({ talk }: { talk: Debrief }) {
  const { lines } = talk;
  const by = (outcome: Outcome) => lines.filter((l) => l.attempt.outcome === outcome);
  const bad = lines.filter(isBad);
  // What was changed after a failure is worth a word, above all where it then worked.
  const then = lines.filter((l) => !isBad(l) && (l.afterFailure || l.attempt.change || isUnforeseen(l)));
  const failed = by('failed').length;
  return (
    <Section
      title={verdictOf(talk)}
      hint={failed > 0 ? 'Change one thing at a time, or nobody knows what helped.' : undefined}
    >
      <Rows label="What failed" lines={bad} />
      {then.length > 0 && (
        <Typography variant="h3" sx={{ mt: 3, mb: 1 }}>
          What came after a failure, or against the calculator
        </Typography>
      )}
      <Rows label="What came after" lines={then} />
      <OneLine what="Worked" lines={by('worked')} />
      <OneLine what="Not tried" lines={by('not tried')} />
      {lines.length === 0 && <Typography>No demo was tried.</Typography>}
    </Section>
  );
}

const Rows = ({ label, lines }: { label: string; lines: readonly DebriefLine[] }) =>
  lines.length === 0 ? null : (
    <Paper variant="outlined" component="ul" aria-label={label} sx={{ p: 0, m: 0, mb: 2, listStyle: 'none' }}>
      {lines.map((line) => (
        <AttemptRow key={line.attempt.id} line={line} />
      ))}
    </Paper>
  );

const isBad = ({ attempt: { outcome } }: DebriefLine) => outcome === 'failed' || outcome === 'partly';

/** A bench said that it would not work, and it did. */
const isUnforeseen = ({ predictions, attempt: { outcome } }: DebriefLine) =>
  outcome === 'worked' && predictions.some((f) => f.fails);

/** How it went, in a sentence. */
function verdictOf({ lines, times }: Debrief): string {
  const count = (outcome: Outcome) => lines.filter((l) => l.attempt.outcome === outcome).length;
  const attemptCount = lines.length - count('not tried');
  const partly = count('partly');
  const over = times.reduce((sum, t) => sum + (t.actualS === undefined ? 0 : t.actualS - t.plannedS), 0);
  const played = times.filter((t) => t.actualS !== undefined).length;
  return [
    `${attemptCount} ${attemptCount === 1 ? 'attempt' : 'attempts'}, ${count('failed')} failed`,
    partly > 0 && `${partly} partly`,
    played > 0 &&
      (Math.abs(over) < 30
        ? 'the items as long as planned'
        : `the items ${formatDuration(Math.abs(Math.round(over)))} ${over > 0 ? 'longer' : 'shorter'} than planned`),
  ]
    .filter(Boolean)
    .join(', ');
}

/** Demos by their titles, with how often where it was more than once. */
function OneLine({ what, lines }: { what: string; lines: DebriefLine[] }) {
  if (lines.length === 0) return null;
  const times = new Map<string, number>();
  for (const { title } of lines) times.set(title, (times.get(title) ?? 0) + 1);
  return (
    <Typography sx={{ overflowWrap: 'anywhere' }}>
      <b>{what}:</b> {[...times].map(([title, n]) => (n === 1 ? title : `${title} (${n} times)`)).join(', ')}
    </Typography>
  );
}

/** So many likely causes are looked at first. */
const MOST_LIKELY = 3;

/** What it was most likely, with what to do about it, and how often that helped. */
const Likely = ({ causes }: { causes: readonly LikelyCause[] }) =>
  causes.length === 0 ? null : (
    <Box component="ol" aria-label="Most likely" sx={{ m: 0, pl: 5, fontSize: 'text' }}>
      {causes.slice(0, MOST_LIKELY).map((c) => (
        <li key={c.cause}>
          {c.cause}
          {c.cure && `: ${c.cure}`}
          {c.triedAgain > 0 && ` (helped ${c.helped} of ${c.triedAgain})`}
        </li>
      ))}
    </Box>
  );

const formatValue = (value: number | string) =>
  typeof value === 'number' ? formatFigure(Number(value.toPrecision(3))) : value;

function AttemptRow({ line }: { line: DebriefLine }) {
  const { title, attempt, takesS, likely, level, set, changed, predictions, guesses, isUnproven } = line;
  const bad = isBad(line);
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        gap: 4,
        px: 4,
        py: 2.5,
        borderBottom: 1,
        borderColor: 'divider',
        alignItems: 'center',
      }}
    >
      <Box sx={{ flex: '1 1 240px' }}>
        <Typography sx={{ fontWeight: 600 }}>
          {title}
          {level !== undefined && `, ${level}`}
          {attempt.n > 1 && `, attempt ${attempt.n}`}
        </Typography>
        <Typography color="textSecondary" sx={{ fontSize: 'text' }}>
          {format(attempt.at, 'HH:mm')} · {formatDuration(takesS)}
          {attempt.symptom && ` · ${attempt.symptom}`}
          {set.length > 0 && ` · set to ${set.join(', ')}`}
        </Typography>
        {predictions.map((f) => (
          <Typography key={f.benchId} sx={{ fontSize: 'text' }}>
            The calculator predicted: {f.message}
            {f.value !== undefined &&
              attempt.reading !== undefined &&
              ` ${f.label} ${formatValue(f.value)} ${f.unit ?? ''}; read: ${formatValue(attempt.reading)}.`}
          </Typography>
        ))}
        {guesses.length > 0 && (
          <Typography sx={{ fontSize: 'text' }}>The audience guessed: {guesses.join(', ')}</Typography>
        )}
        {attempt.settings.other && (
          <Typography sx={{ fontSize: 'text' }}>Something was changed on stage: write down what.</Typography>
        )}
        {isUnproven && (
          <Typography sx={{ fontSize: 'text', color: 'warning.main' }}>
            Not counted until you say whether its preparation was done.
          </Typography>
        )}
        {bad && attempt.cause === undefined && <Likely causes={likely} />}
        {changed.length > 0 && (
          <Typography sx={{ fontSize: 'text' }}>
            Changed since the previous attempt: {changed.join('; ')}
          </Typography>
        )}
      </Box>
      <Chip
        label={attempt.outcome}
        color={attempt.outcome === 'worked' ? 'secondary' : bad ? 'error' : 'default'}
        variant={attempt.outcome === 'worked' ? 'outlined' : 'filled'}
        sx={{ borderRadius: 1, minWidth: 80 }}
      />
      {bad && <CauseFields line={line} />}
      <FieldOf
        type={ChangeMade}
        name="text"
        value={attempt.change ?? ''}
        onValue={(text) => say({ kind: 'change', body: { attemptId: attempt.id, text: text.trim() } })}
        sx={{ minWidth: 200 }}
      />
      {bad && <AddToDemo line={line} />}
    </Box>
  );
}
