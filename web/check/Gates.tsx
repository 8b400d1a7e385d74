import { Box, Button, Chip, Paper, Typography } from '@mui/material';
import { formatDuration, gatesWords, standByOf, type Gate, type RunRole, type Script } from '@hearty/core';
import type { ReactNode } from 'react';
import { record } from '../session/runLog';

const WORDS: Record<Gate['verdict'], string> = {
  go: 'Go',
  'no-go': 'No-go',
  open: 'Not checked',
  overruled: 'Overruled',
  'stand-by': 'Stand-by',
};

/** Why an item is played although a check, or the plan, says no; one is chosen, nothing is typed. */
const REASONS = ['It is fixed', 'Go ahead without it'] as const;
const STOP_REASONS = ['It is fixed since it was planned', 'The person responsible has decided'] as const;

/** Item by item, go or no-go, and of a no-go what there is to do about it. */
export function Gates({
  gates: list,
  script,
  leftS,
  role,
  onward,
}: {
  gates: readonly Gate[];
  script: Script;
  /** Seconds until an item is to begin; undefined on any other day. */
  leftS: (itemId: string) => number | undefined;
  role: RunRole;
  /** The way on from here. */
  onward: ReactNode;
}) {
  return (
    <Paper
      variant="outlined"
      sx={{
        p: { xs: 3, sm: 4 },
        position: { md: 'sticky' },
        top: 60,
        maxHeight: { md: '92vh' },
        overflowY: 'auto',
      }}
      component="section"
      id="gates"
      aria-label="Go or no-go"
    >
      <Typography variant="h2" sx={{ mb: 1 }}>
        {gatesWords(list)}
      </Typography>
      <Box component="ul" sx={{ p: 0, m: 0, listStyle: 'none' }}>
        {list.map((gate) => (
          <Box
            component="li"
            key={gate.itemId}
            sx={{ py: 1.5, borderBottom: 1, borderColor: 'divider' }}
            data-testid={`gate-${gate.itemId}`}
          >
            <Box sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
              <Typography sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere' }}>{gate.title}</Typography>
              <Chip
                size="small"
                label={WORDS[gate.verdict]}
                color={gate.verdict === 'go' ? 'secondary' : gate.verdict === 'no-go' ? 'error' : 'default'}
                variant={gate.verdict === 'open' ? 'outlined' : 'filled'}
                sx={{ borderRadius: 1, fontWeight: 700 }}
              />
            </Box>
            {gate.reasons.map((reason) => (
              <Typography key={reason} color="error" sx={{ fontSize: 'small', overflowWrap: 'anywhere' }}>
                {reason}
              </Typography>
            ))}
            {gate.isFinal && (
              <Typography sx={{ fontSize: 'small', fontWeight: 700 }}>
                This cannot be overridden: change it, or leave the item out.
              </Typography>
            )}
            {gate.fixes && (
              <Typography sx={{ fontSize: 'small', overflowWrap: 'anywhere' }}>
                Fixes: {gate.fixes.join('; ')}.
              </Typography>
            )}
            {gate.acknowledged?.map((words) => (
              <Typography key={words} sx={{ fontSize: 'small', overflowWrap: 'anywhere' }}>
                {words}
              </Typography>
            ))}
            {gate.verdict === 'no-go' && role === 'stage' && gate.itemId !== '' && (
              <WaysOut gate={gate} script={script} leftS={leftS(gate.itemId)} />
            )}
          </Box>
        ))}
      </Box>
      <Typography color="textSecondary" sx={{ fontSize: 'small', my: 2 }}>
        The venue’s rules, local codes and trained people come first; a go here is not a permission.
      </Typography>
      {onward}
    </Paper>
  );
}

/** Of a no-go: whether there is time to make it good, the stand-by demo, or to play it all the same. */
function WaysOut({ gate, script, leftS }: { gate: Gate; script: Script; leftS: number | undefined }) {
  const { itemId, takesS, title } = gate;
  const standBy = standByOf(script, script.byItem.get(itemId)!);
  return (
    <>
      {(takesS !== undefined || leftS !== undefined) && (
        <Typography sx={{ fontSize: 'small' }}>{repairWords(takesS, leftS)}</Typography>
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, my: 1 }}>
        {standBy && (
          <Button
            size="small"
            variant="outlined"
            onClick={() => void record({ kind: 'stand-by', body: { itemId } })}
          >
            Put on “{standBy.title}” instead
          </Button>
        )}
        {(gate.isFinal ? [] : gate.isStopped ? STOP_REASONS : REASONS).map((reason) => (
          <Button
            key={reason}
            size="small"
            variant="outlined"
            aria-label={`${title}: ${reason}`}
            onClick={() => void record({ kind: 'overruled', body: { itemId, reason } })}
          >
            {reason}
          </Button>
        ))}
      </Box>
    </>
  );
}

function repairWords(takesS: number | undefined, leftS: number | undefined): string {
  const takes = takesS === undefined ? '' : `Fixing it takes ${formatDuration(takesS)}.`;
  if (leftS === undefined) return takes;
  if (leftS <= 0) return `${takes} Its time has come.`.trim();
  const enough = takesS === undefined ? '' : takesS <= leftS ? ': enough' : ': too little';
  return `${takes} ${formatDuration(Math.round(leftS / 60) * 60)} are left${enough}.`.trim();
}
