import { describeOdds, formatDuration, oddsOf, sortPlays, stepsTiming, type Item } from '@hearty/core';
import { Button, Typography } from '@mui/material';
import { useState } from 'react';
import { useShow } from '../../session/show';
import { RunsBehind } from '../logbook/RunsBehind';

/** What the log says of the open item’s demo, and the way to the runs it rests on. Nothing where no demo is named. */
export function FromLog({ item }: { item: Item }) {
  const { demo, record } = useShow().script.byItem.get(item.id) ?? {};
  const [open, setOpen] = useState(false);
  if (!demo) return null;
  const plays = record?.playsS.length ?? 0;
  const { leftOut } = sortPlays(record?.playsS ?? [], stepsTiming(demo));
  return (
    <Typography component="div" color="secondary" sx={{ fontSize: 'small' }}>
      “{demo.title}” {describeOdds(oddsOf(record, demo.guessOdds))}.
      {plays > 0 && ` ${plays} ${plays === 1 ? 'play' : 'plays'} without a failure to time it by.`}
      {leftOut.length > 0 &&
        ` ${leftOut.length} of ${plays} left out as far off: ${leftOut.map(formatDuration).join(', ')}.`}
      {(record !== undefined || plays > 0) && (
        <Button size="small" onClick={() => setOpen(true)}>
          The runs behind it
        </Button>
      )}
      {open && <RunsBehind demoId={demo.id} title={demo.title} onClose={() => setOpen(false)} />}
    </Typography>
  );
}
