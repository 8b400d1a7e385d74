import { CauseFound, ChangeMade, formatDuration, type DebriefLine } from '@hearty/core';
import { Box, Chip, Paper, Typography } from '@mui/material';
import { format } from 'date-fns';
import { FieldOf } from '../../kit/fields';
import { Section, say } from './common';

/** Every attempt with its outcome; failures are asked for their cause and what was changed. */
export function Attempts({ lines }: { lines: DebriefLine[] }) {
  const failed = lines.filter((l) => l.attempt.outcome === 'failed').length;
  return (
    <Section
      title={`${lines.length} attempts, ${failed} failed`}
      hint="Change one thing at a time, or nobody knows what helped."
    >
      <Paper variant="outlined" component="ul" sx={{ p: 0, m: 0, listStyle: 'none' }}>
        {lines.map((line) => (
          <AttemptRow key={line.attempt.id} line={line} />
        ))}
        {lines.length === 0 && <Typography sx={{ p: 4 }}>No demo was tried.</Typography>}
      </Paper>
    </Section>
  );
}

function AttemptRow({ line: { title, attempt, takesS, likely } }: { line: DebriefLine }) {
  const bad = attempt.outcome === 'failed' || attempt.outcome === 'partly';
  const causes = [...new Set([...likely.map((c) => c.cause), ...(attempt.cause ? [attempt.cause] : [])])];
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
          {attempt.n > 1 && `, attempt ${attempt.n}`}
        </Typography>
        <Typography color="textSecondary" sx={{ fontSize: 14 }}>
          {format(attempt.at, 'HH:mm')} · {formatDuration(takesS)}
          {attempt.symptom && ` · ${attempt.symptom}`}
        </Typography>
      </Box>
      <Chip
        label={attempt.outcome}
        color={attempt.outcome === 'worked' ? 'secondary' : bad ? 'error' : 'default'}
        variant={attempt.outcome === 'worked' ? 'outlined' : 'filled'}
        sx={{ borderRadius: 1, minWidth: 80 }}
      />
      {bad && (
        <>
          <FieldOf
            of={CauseFound}
            name="cause"
            value={attempt.cause}
            onValue={(cause = '') => say({ kind: 'cause', body: { attemptId: attempt.id, cause } })}
            options={causes.map((c) => ({ value: c, label: c }))}
            sx={{ minWidth: 200 }}
          />
          <FieldOf
            of={ChangeMade}
            name="text"
            value={attempt.change ?? ''}
            onValue={(text) => say({ kind: 'change', body: { attemptId: attempt.id, text: text.trim() } })}
            sx={{ minWidth: 200 }}
          />
        </>
      )}
    </Box>
  );
}
