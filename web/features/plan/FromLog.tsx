import { describeOdds, formatDuration, oddsOf, sortPlays, stepsTiming, type Item } from '@hearty/core';
import { Button, Typography } from '@mui/material';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { useDocument, useSave } from '../../session/queries';
import { useShow } from '../../session/show';
import { RunsBehind } from '../logbook/RunsBehind';

/** What the log says of the open item’s demo, and the way to the runs it rests on. Nothing where no demo is named. */
export function FromLog({ item }: { item: Item }) {
  const { demo, record } = useShow().script.byItem.get(item.id) ?? {};
  const [open, setOpen] = useState(false);
  const count = useCountPlays(demo?.id ?? '');
  if (!demo) return null;
  const plays = record?.playsS.length ?? 0;
  const { leftOut } = sortPlays(record?.playsS ?? [], stepsTiming(demo), demo.countsPlaysS);
  return (
    <Typography component="div" color="secondary" sx={{ fontSize: 'small' }}>
      “{demo.title}” {describeOdds(oddsOf(record, demo.guessOdds))}.
      {plays > 0 && ` ${plays} ${plays === 1 ? 'play' : 'plays'} without a failure to time it by.`}
      {leftOut.length > 0 && (
        <>
          {` ${leftOut.length} of ${plays} left out as far off: ${leftOut.map(formatDuration).join(', ')}. `}
          {count &&
            [...new Set(leftOut)]
              .filter((s) => s > 0)
              .map((s) => (
                <Button key={s} size="small" onClick={() => count([...(demo.countsPlaysS ?? []), s])}>
                  Count {formatDuration(s)}
                </Button>
              ))}
        </>
      )}
      {count && !!demo.countsPlaysS?.length && (
        <Button size="small" onClick={() => count([])}>
          Leave outliers out again
        </Button>
      )}
      {(record !== undefined || plays > 0) && (
        <Button size="small" onClick={() => setOpen(true)}>
          The runs behind it
        </Button>
      )}
      {open && <RunsBehind demoId={demo.id} title={demo.title} onClose={() => setOpen(false)} />}
    </Typography>
  );
}

/** Says which lengths of plays count although they are far from the others; undefined until the demo is here. */
function useCountPlays(demoId: string) {
  const stored = useDocument('demos', demoId, demoId !== '').data;
  const save = useSave('demos');
  const { enqueueSnackbar } = useSnackbar();
  if (!stored) return undefined;
  return (countsPlaysS: number[]) => {
    const { id, version, body } = stored;
    save.mutate(
      { id, version, body: { ...body, countsPlaysS } },
      { onError: (error) => enqueueSnackbar(`Not saved. ${error.message}`, { variant: 'error' }) },
    );
  };
}
