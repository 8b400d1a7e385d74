import {
  debriefCsv,
  debriefMarkdown,
  fieldOf,
  isClickedThrough,
  StruckOut,
  type Debrief,
  type RunState,
} from '@hearty/core';
import { Box, Button, Typography } from '@mui/material';
import { format } from 'date-fns';
import { download } from '../../kit/download';
import { FieldIn } from '../../kit/fields';
import { KeepLineField } from '../../kit/KeepLineField';
import { undoLast } from '../../session/runLog';
import type { OpenRun } from '../../session/useRun';
import { Section, say } from './common';
import { ExportIcon, PrintIcon } from '../../kit/icons';

const REASON = { reason: fieldOf(StruckOut, 'reason') };

/** Whether this run teaches anything, and as what; and the debrief as a file. */
export function Counting({ run, talk }: { run: OpenRun; talk: Debrief }) {
  const { state, file } = run;
  const { struck, called } = state;
  const rehearsal = called ?? run.rehearsal;
  const isClicked = isClickedThrough(run.script, state);
  const played = state.curtainAt === undefined ? '' : format(state.curtainAt, 'd MMM yyyy, HH:mm');
  const name = `debrief-${file.show.id}`;
  return (
    <Section title="What it counts as">
      <Typography sx={{ mb: 2, overflowWrap: 'anywhere' }}>{words(state, rehearsal, isClicked)}</Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, mb: 2 }}>
        {struck ? (
          <Button variant="outlined" onClick={() => void undoLast(struck.id)}>
            Count it again
          </Button>
        ) : state.rehearsal ? null : (
          <Button variant="outlined" onClick={() => say({ kind: 'called', body: { rehearsal: !rehearsal } })}>
            {rehearsal ? 'It was a show' : 'It was a rehearsal'}
          </Button>
        )}
        {isClicked && !struck && (
          <Button variant="outlined" onClick={() => say({ kind: 'counts all the same', body: {} })}>
            It was played: count it
          </Button>
        )}
        <Button
          startIcon={<ExportIcon />}
          onClick={() =>
            download(
              `${name}.md`,
              debriefMarkdown({ file, playedAt: played, rehearsal, talk, state }),
              'text/markdown',
            )
          }
        >
          Debrief as Markdown
        </Button>
        <Button startIcon={<PrintIcon />} onClick={() => window.print()}>
          Print
        </Button>
        <Button
          startIcon={<ExportIcon />}
          onClick={() => download(`${name}.csv`, debriefCsv(talk), 'text/csv')}
        >
          Attempts as CSV
        </Button>
      </Box>
      {!struck && (
        <KeepLineField<StruckOut>
          fields={REASON}
          start={{ reason: '' }}
          keep="Leave out of the statistics"
          onKeep={({ reason }) => say({ kind: 'struck out', body: { reason: reason.trim() } })}
        >
          <FieldIn name="reason" sx={{ flex: '1 1 240px' }} />
        </KeepLineField>
      )}
    </Section>
  );
}

function words({ phase, struck, rehearsal: how }: RunState, rehearsal: boolean, isClicked: boolean): string {
  if (struck !== undefined) return `Left out of the statistics: ${struck.reason}. All of it is kept.`;
  if (how && how.speed > 1) return `A rehearsal ${how.speed} times as fast as life: it teaches nothing.`;
  if (isClicked)
    return 'It went so fast that it was clicked through, not played: it teaches nothing unless you say that it counts.';
  if (phase !== 'down') return 'It teaches something once its curtain is down.';
  return rehearsal
    ? 'A rehearsal: it teaches how long things take, not how often they work.'
    : 'A show: what worked, what failed and how long it took go into the next plan.';
}
