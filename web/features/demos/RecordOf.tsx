import { overTime, pareto, type Demo, type Period } from '@hearty/core';
import { Box, Button, Typography } from '@mui/material';
import { useMemo, useState } from 'react';
import { Bars } from './Bars';
import { Failed } from '../../kit/Failed';
import { useRecord } from '../../session/queries';
import { Odds } from '../logbook/Odds';
import { Pareto } from '../logbook/Pareto';
import { RunsBehind } from '../logbook/RunsBehind';

/** A demo's record: how often it works and on what that rests, how that went over time, and what its failures came from. */
export function RecordOf({ demo }: { demo: Demo }) {
  const record = useRecord(demo.id);
  const [behind, setBehind] = useState(false);
  if (record.error) return <Failed error={record.error} again={() => void record.refetch()} />;
  if (!record.data) return null;
  const { line, months, causes, changes } = record.data;
  return (
    <>
      <Odds line={line} />
      {line.attempts > 0 && (
        <Typography sx={{ mt: 2 }}>
          {line.worked} worked, {line.partly} partly (counts half), {line.failed} failed.
        </Typography>
      )}
      <Button sx={{ ml: -2 }} onClick={() => setBehind(true)}>
        The runs behind it
      </Button>
      {behind && <RunsBehind demoId={demo.id} title={demo.title} onClose={() => setBehind(false)} />}
      <OverTime months={months} />
      {causes.length > 0 && (
        <Box sx={{ mt: 4 }}>
          <Pareto lines={pareto(causes)} />
        </Box>
      )}
      {changes.length > 0 && (
        <Box component="section" aria-label="What was changed" sx={{ mt: 4, overflowWrap: 'anywhere' }}>
          <Typography variant="h3">What was changed, and whether it then worked</Typography>
          <Box component="ul" sx={{ pl: 5, m: 0 }}>
            {changes.map(({ change, worked, times }) => (
              <li key={change}>
                {change}: {worked} of {times}
              </li>
            ))}
          </Box>
        </Box>
      )}
    </>
  );
}

/** Attempts at shows over time; nothing where all of them were in one month. */
function OverTime({ months }: { months: Period[] }) {
  const { periods, message } = useMemo(() => overTime(months), [months]);
  if (periods.length < 2) return null;
  return (
    <Box component="section" aria-label="Over time" sx={{ mt: 3 }}>
      <Typography variant="h3">{message}</Typography>
      <Bars
        label="Attempts at shows over time"
        unit="attempts"
        kinds={['worked', 'partly', 'failed']}
        rows={periods.map((p) => ({ label: p.label, counts: [p.worked, p.partly, p.failed] }))}
      />
    </Box>
  );
}
