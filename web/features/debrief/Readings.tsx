import { declare, type Debrief, type DebriefLine } from '@hearty/core';
import { Box, Paper, Typography } from '@mui/material';
import { Drawn } from '../../kit/fields';
import { Section, say } from './common';

/** What was measured, and what is still to record. Nothing where no demo measures anything. */
export function Readings({ lines }: Pick<Debrief, 'lines'>) {
  const measured = lines.filter((l) => l.reading);
  if (measured.length === 0) return null;
  const open = measured.filter((l) => l.attempt.reading === undefined).length;
  return (
    <Section
      title="What was measured"
      hint={open > 0 ? `${open} of ${measured.length} not written down; they may be left out.` : undefined}
    >
      <Paper variant="outlined" component="ul" sx={{ p: 0, m: 0, listStyle: 'none' }}>
        {measured.map((line) => (
          <Row key={line.attempt.id} line={line} />
        ))}
      </Paper>
    </Section>
  );
}

/** No reading is further from nought than this; the log takes no more. */
const MOST = 1e9;

function Row({ line: { title, attempt, level, reading } }: { line: DebriefLine }) {
  const { title: label, kind, unit = '', words = [] } = reading!;
  const attemptWords = [title, level, attempt.n > 1 && `attempt ${attempt.n}`, attempt.outcome]
    .filter(Boolean)
    .join(' · ');
  const field =
    kind === 'choice' ? declare.choice(words, label) : declare.figure(-MOST, MOST, { label, unit });
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        gap: 3,
        alignItems: 'center',
        px: 4,
        py: 2,
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Typography sx={{ flex: '1 1 220px', overflowWrap: 'anywhere' }}>{attemptWords}</Typography>
      <Drawn
        field={{ ...field, optional: true }}
        message={`${label}: ${attemptWords}`}
        value={attempt.reading}
        onValue={(value) =>
          say({
            kind: 'reading',
            body: {
              attemptId: attempt.id,
              value: typeof value === 'number' || typeof value === 'string' ? value : null,
            },
          })
        }
        sx={{ width: 240 }}
      />
    </Box>
  );
}
