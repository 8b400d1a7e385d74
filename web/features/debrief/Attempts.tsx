import { formatDuration, type DebriefLine } from '@hearty/core';
import { Box, Chip, MenuItem, Paper, TextField, Typography } from '@mui/material';
import { format } from 'date-fns';
import { useState } from 'react';
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
          <TextField
            select
            label="Cause"
            value={attempt.cause ?? ''}
            onChange={(e) => say({ kind: 'cause', body: { attemptId: attempt.id, cause: e.target.value } })}
            sx={{ minWidth: 200 }}
            slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
          >
            <MenuItem value="">not known</MenuItem>
            {causes.map((c) => (
              <MenuItem key={c} value={c}>
                {c}
              </MenuItem>
            ))}
          </TextField>
          <LineField
            label="Changed since"
            value={attempt.change ?? ''}
            onLine={(text) => say({ kind: 'change', body: { attemptId: attempt.id, text } })}
          />
        </>
      )}
    </Box>
  );
}

/** One line of text that is recorded when it is left. */
function LineField({
  label,
  value,
  onLine,
}: {
  label: string;
  value: string;
  onLine: (text: string) => void;
}) {
  const [text, setText] = useState(value);
  const settle = () => text.trim() !== value && onLine(text.trim());
  return (
    <TextField
      label={label}
      value={text}
      onChange={(e) => setText(e.target.value)}
      onBlur={settle}
      onKeyDown={(e) => e.key === 'Enter' && settle()}
      slotProps={{ htmlInput: { maxLength: 160 } }}
      sx={{ minWidth: 200 }}
    />
  );
}
