import { Alert, Box, Button, Typography } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import type { ApiError } from '../../session/api';
import { declare, SPEEDS, type RunSummary } from '@hearty/core';
import { Drawn } from '../../kit/fields';
import { today } from '../../kit/day';
import { flushDraft, useDraft } from '../../session/draft';
import { RunsHere } from '../../session/RunsHere';
import { startRun, type Wished } from '../../session/runLog';

const REHEARSAL = declare.yesNo('It is a rehearsal');
const SPEED = declare.choice(SPEEDS.map(String), {
  label: 'How fast',
  words: { 1: 'normal speed', 2: 'twice as fast', 4: 'four times as fast', 8: 'eight times as fast' },
});
const TROUBLE = declare.yesNo('With trouble');
const GUIDED = declare.yesNo('Guide me through it');

/** Opens a run of the show as it stands. From then on the log is kept. */
export function StartRun({
  showId,
  label,
  onStarted,
  children,
}: {
  showId: string;
  label: string;
  /** What is known before it starts. */
  children?: ReactNode;
  onStarted?: (run: RunSummary) => void;
}) {
  // On the day of the show it is the show; on every other day a rehearsal.
  const isTheDay = useDraft((s) => s.show?.date === today());
  const [chosen, setWished] = useState<Partial<Wished>>({});
  const wished: Wished = { rehearsal: !isTheDay, ...chosen };
  const wish = (more: Partial<Wished>) => setWished((w) => ({ ...w, ...more }));
  const empty = useDraft((s) => s.show?.items.length === 0);
  const client = useQueryClient();
  const start = useMutation<RunSummary, ApiError>({
    mutationFn: async () => {
      await flushDraft();
      return startRun(showId, wished);
    },
    onSuccess: (run) => {
      void client.invalidateQueries();
      onStarted?.(run);
    },
  });
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 560px) minmax(0, 1fr)' },
        ...{ columnGap: 12, my: 6, alignItems: 'start' },
      }}
    >
      <Box>
        <Typography sx={{ mb: 3 }}>
          {empty
            ? 'The running order is empty. Add a demo to the plan first.'
            : 'The running order is taken as it stands now; what you change in the plan later does not touch this run.'}
        </Typography>
        <Box sx={{ display: 'flex', gap: 4, alignItems: 'center', flexWrap: 'wrap' }}>
          <Button
            size="large"
            variant="contained"
            disabled={empty || start.isPending}
            onClick={() => start.mutate()}
          >
            {label}
          </Button>
          <Drawn
            field={REHEARSAL}
            value={wished.rehearsal}
            onValue={(on) => wish({ rehearsal: on === true })}
          />
        </Box>
        {wished.rehearsal && (
          <Box sx={{ display: 'flex', gap: 4, alignItems: 'center', flexWrap: 'wrap', mt: 4 }}>
            <Drawn
              field={SPEED}
              value={String(wished.speed ?? 1)}
              onValue={(speed) => wish({ speed: SPEEDS.find((s) => String(s) === speed) ?? 1 })}
              sx={{ minWidth: 190 }}
            />
            <Drawn
              field={TROUBLE}
              value={wished.trouble === true}
              onValue={(on) => wish({ trouble: on === true })}
            />
            <Drawn
              field={GUIDED}
              value={wished.guided === true}
              onValue={(on) => wish({ guided: on === true })}
            />
          </Box>
        )}
        <Typography color="textSecondary" sx={{ mt: 2, fontSize: 'small' }}>
          {rehearsalWords(wished)}
        </Typography>
        {start.isError && (
          <Alert severity="error" sx={{ mt: 3 }}>
            {start.error.message}
          </Alert>
        )}
        <RunsHere noAnswer={start.error?.noAnswer === true} showId={showId} />
      </Box>
      {!empty && children && <Box sx={{ mt: { md: -5 } }}>{children}</Box>}
    </Box>
  );
}

/** What becomes of a run opened like this. */
function rehearsalWords({ rehearsal, speed = 1, trouble }: Wished): string {
  if (!rehearsal) return 'A show teaches what works, what fails and how long it takes.';
  return [
    speed > 1
      ? 'Faster than life, a rehearsal teaches nothing; its clocks run as fast as you say.'
      : 'A rehearsal teaches the times and not the odds.',
    trouble &&
      'Mishaps come at the worst moments, from what your demos say may fail; the debrief reviews them.',
  ]
    .filter(Boolean)
    .join(' ');
}
