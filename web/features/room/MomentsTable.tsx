import { formatFigure, Item, type RoomMoment, type RoomStory } from '@hearty/core';
import { Box, Typography } from '@mui/material';
import { useMemo } from 'react';
import { FieldOf } from '../../kit/fields';
import { DataTable, type Column } from '../../kit/table';
import { useShow } from '../../session/show';
import { commitChange } from '../plan/view';

const metres = (m: number | undefined) => (m ? `${formatFigure(Math.round(10 * m) / 10)} m` : '');

/** The same as the drawing says, as a table: what each item needs of the room, and where it stands. */
export function MomentsTable({ story, clock }: { story: RoomStory; clock: (s: number) => string }) {
  const columns = useMemo(
    (): Column<RoomMoment>[] => [
      { head: 'From', cell: (m) => clock(m.fromS), sortBy: (m) => m.fromS },
      { head: 'Item', cell: (m) => m.title, sortBy: (m) => m.title },
      { head: 'Stands on', cell: (m) => <MarkOf moment={m} /> },
      { head: 'Kept clear', cell: (m) => metres(m.clearance?.clearM), as: 'figure' },
      { head: 'Height', cell: (m) => metres(m.clearance?.heightM), as: 'figure' },
      { head: 'Audience no nearer', cell: (m) => metres(m.clearance?.audienceM), as: 'figure' },
      { head: 'Front row', cell: (m) => metres(m.clearance?.frontRowM), as: 'figure' },
      {
        head: 'Peak there',
        cell: (m) => (m.loud ? `${Math.ceil(m.loud.frontRowDB)} dB(C)` : ''),
        as: 'figure',
      },
    ],
    [clock],
  );
  return (
    <Box component="section" aria-label="Moment by moment" sx={{ mt: 8 }}>
      <Typography variant="h2" sx={{ mb: 2 }}>
        Moment by moment
      </Typography>
      <DataTable name="Moment by moment" columns={columns} rows={story.moments} keyOf={(m) => m.itemId} />
    </Box>
  );
}

/** The mark of an item, which another of its kind may take the place of. */
function MarkOf({ moment: { itemId, title, markId } }: { moment: RoomMoment }) {
  const { script } = useShow();
  const mark = script.marks.all.find((m) => m.id === markId);
  if (!mark) return null;
  const others = script.marks.all.filter((m) => m.kind === mark.kind);
  if (others.length < 2) return <>{mark.name}</>;
  return (
    <FieldOf
      type={Item}
      name="markId"
      hiddenLabel={`${title} stands on`}
      value={mark.id}
      options={others.map(({ id, name }) => ({ value: id, label: name }))}
      onValue={(markId) => commitChange({ kind: 'set-item', itemId, fields: { markId } })}
    />
  );
}
