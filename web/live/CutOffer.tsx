import { Button } from '@mui/material';
import { itemsOf, type LiveLanding, type RunState } from '@hearty/core';
import { record } from '../session/runLog';

/** What to leave out now so that the show lands within its slot; one press skips it, and each skip can be taken back. */
export function CutOffer({ landing, state }: { landing: LiveLanding | undefined; state: RunState }) {
  const cuts = landing?.cuts;
  if (!cuts || state.phase !== 'running') return null;
  const open = itemsOf(state).filter((i) => cuts.itemIds.includes(i.itemId) && i.status === 'to come');
  // The offer is from a moment ago: once any of it is played or skipped, wait for the next.
  if (open.length < cuts.itemIds.length) return null;
  const titles = open.map((i) => `“${i.title}”`).join(' and ');
  return (
    <Button
      variant="outlined"
      color="inherit"
      sx={{
        alignSelf: 'flex-start',
        minHeight: 48,
        fontSize: 'stageSmall',
        textAlign: 'left',
        overflowWrap: 'anywhere',
      }}
      onClick={() => {
        for (const item of open) void record({ kind: 'skip', body: { itemId: item.itemId } });
      }}
    >
      To land in time, leave out {titles} (then {Math.round(100 * cuts.withinSlot)} in 100)
    </Button>
  );
}
