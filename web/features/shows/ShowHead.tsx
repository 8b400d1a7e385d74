import { writeShowFile, type Show, type ShowFile } from '@hearty/core';
import { Box, IconButton, Tooltip, Typography } from '@mui/material';
import { format, parseISO } from 'date-fns';
import { useState, type ReactNode } from 'react';
import { download } from '../../kit/download';
import { EditIcon, ExportIcon, RedoIcon, UndoIcon } from '../../kit/icons';
import { redo, undo, useDraft } from '../../session/draft';
import { ShowDialog } from './ShowDialog';

/** The show's title, and when, where and for whom. */
export function ShowHead({ show, venue }: { show: Show; venue: string }) {
  return (
    <Box sx={{ flex: '1 1 220px', minWidth: 0, maxWidth: { lg: 400 } }}>
      <Typography variant="h2" component="h1" title={show.title} sx={{ ...linesSx, lineHeight: 1.2 }}>
        {show.title}
      </Typography>
      <Typography variant="body2" color="textSecondary" title={venue} sx={linesSx}>
        {format(parseISO(show.date), 'EEE d MMM')} · {venue} · {show.heads} people · {show.slotMin} min
      </Typography>
    </Box>
  );
}

/** Two lines at most: the rest of a very long name is read by pointing at it. */
const linesSx = {
  display: '-webkit-box',
  WebkitBoxOrient: 'vertical',
  WebkitLineClamp: 2,
  overflow: 'hidden',
} as const;

/** Undo and redo, the show's details, its file, and whether all is saved. */
export function ShowActions({ file }: { file: ShowFile }) {
  const [editing, setEditing] = useState(false);
  const last = useDraft((s) => s.past.at(-1));
  const next = useDraft((s) => s.future[0]);
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', ml: 'auto', '@media print': { display: 'none' } }}>
      <SaveWords />
      <Act
        label="Undo"
        what={last?.message}
        onClick={undo}
        disabled={!last}
        icon={<UndoIcon fontSize="small" />}
      />
      <Act
        label="Redo"
        what={next?.message}
        onClick={redo}
        disabled={!next}
        icon={<RedoIcon fontSize="small" />}
      />
      <Act label="Show details" onClick={() => setEditing(true)} icon={<EditIcon fontSize="small" />} />
      <Act
        label="Export show"
        onClick={() => download(`${file.show.id}.json`, writeShowFile(file))}
        icon={<ExportIcon fontSize="small" />}
      />
      {editing && <ShowDialog show={file.show} onClose={() => setEditing(false)} />}
    </Box>
  );
}

const Act = ({
  label,
  what = [],
  icon,
  ...button
}: {
  label: string;
  /** What it would change, in words. */
  what?: string[] | undefined;
  icon: ReactNode;
  onClick: () => void;
  disabled?: boolean;
}) => (
  <Tooltip title={what.length ? `${label}: ${what.slice(0, 3).join(', ')}` : label}>
    <span>
      <IconButton aria-label={label} sx={{ width: 44, height: 44 }} {...button}>
        {icon}
      </IconButton>
    </span>
  </Tooltip>
);

const WORDS = {
  saved: 'All saved',
  unsaved: 'Not saved yet',
  saving: 'Saving …',
  offline: 'Kept on this device',
  refused: 'Not saved',
  deleted: 'Not saved',
  conflict: 'Not saved',
} as const;

function SaveWords() {
  const status = useDraft((s) => s.status);
  const unkept = useDraft((s) => s.unkept);
  return (
    <Typography
      role="status"
      color={status === 'saved' ? 'textSecondary' : 'warning'}
      variant="body2"
      sx={{ mr: 1 }}
    >
      {status === 'offline' && unkept ? 'Only in this tab' : WORDS[status]}
    </Typography>
  );
}
