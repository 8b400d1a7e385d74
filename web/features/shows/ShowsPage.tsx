import AddIcon from '@mui/icons-material/Add';
import ContentCopyIcon from '@mui/icons-material/ContentCopy';
import DeleteOutlineIcon from '@mui/icons-material/DeleteOutlined';
import FileUploadOutlinedIcon from '@mui/icons-material/FileUploadOutlined';
import { Box, Button, Chip, IconButton, Paper, Stack, Tooltip, Typography } from '@mui/material';
import { formatDuration } from '@hearty/core';
import { format, parseISO } from 'date-fns';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { ShowLine } from '@hearty/core';
import { newId, useDocuments, useOverview, useSave } from '../../session/queries';
import { LevelMark } from '../../kit/LevelMark';
import { BrokenLines } from '../../session/BrokenLines';
import { Empty, Failed, Loading, PageHead } from '../../kit/States';
import { useSayWithUndo } from '../../session/useSayWithUndo';
import { ImportDialog } from './ImportDialog';
import { ShowDialog } from './ShowDialog';

/** Every show: when, where, how ready, what is open. */
export function ShowsPage() {
  const overview = useOverview();
  const [making, setMaking] = useState(false);
  const [importing, setImporting] = useState(false);
  return (
    <>
      <PageHead title="Shows">
        <Button startIcon={<FileUploadOutlinedIcon />} onClick={() => setImporting(true)}>
          Bring in a show file
        </Button>
        <Button variant="contained" startIcon={<AddIcon />} onClick={() => setMaking(true)}>
          New show
        </Button>
      </PageHead>
      <BrokenLines />
      {overview.isPending && <Loading what="the shows" />}
      {overview.isError && <Failed error={overview.error} again={() => void overview.refetch()} />}
      {overview.data?.length === 0 && (
        <Empty title="No shows yet">
          <Typography color="textSecondary" sx={{ mb: 3 }}>
            A show needs a venue, a date and a slot. Demos come from the library.
          </Typography>
          <Button variant="contained" onClick={() => setMaking(true)}>
            Plan the first show
          </Button>
        </Empty>
      )}
      <Stack component="ul" spacing={2} sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {overview.data?.map((show) => (
          <ShowRow key={show.id} show={show} />
        ))}
      </Stack>
      {making && <ShowDialog onClose={() => setMaking(false)} />}
      {importing && <ImportDialog onClose={() => setImporting(false)} />}
    </>
  );
}

function ShowRow({ show }: { show: ShowLine }) {
  const shows = useDocuments('shows');
  const save = useSave('shows');
  const navigate = useNavigate();
  const removeWithUndo = useSayWithUndo('shows');
  const copy = async () => {
    const original = (await shows.refetch()).data?.find((s) => s.id === show.id);
    if (!original) return;
    const id = newId();
    const title = `${original.body.title.slice(0, 150)} (copy)`;
    save.mutate(
      { id, version: 0, body: { ...original.body, id, title } },
      { onSuccess: () => void navigate(`/shows/${id}/plan`) },
    );
  };
  return (
    <Paper
      component="li"
      variant="outlined"
      sx={{ p: 4, display: 'flex', gap: 4, flexWrap: 'wrap', alignItems: 'center' }}
    >
      <Box sx={{ width: 92, textAlign: 'center', borderRight: 1, borderColor: 'divider', pr: 3 }}>
        <Typography sx={{ fontSize: 13 }} color="textSecondary">
          {format(parseISO(show.date), 'EEE')}
        </Typography>
        <Typography sx={{ fontSize: 20, fontWeight: 700, lineHeight: 1.2 }}>
          {format(parseISO(show.date), 'd MMM')}
        </Typography>
        <Typography sx={{ fontSize: 13 }} color="textSecondary">
          {format(parseISO(show.date), 'yyyy')} · {show.curtainUp}
        </Typography>
      </Box>
      <Box sx={{ flex: '1 1 260px', minWidth: 0 }}>
        <Typography variant="h2" sx={{ overflowWrap: 'anywhere' }}>
          <Box
            component={Link}
            to={`/shows/${show.id}/plan`}
            sx={{ color: 'inherit', textDecorationColor: 'divider', textUnderlineOffset: 4 }}
          >
            {show.title}
          </Box>
        </Typography>
        <Typography color="textSecondary">
          {show.venue} · {show.heads} people · {show.items} items ·{' '}
          <Box component="span" sx={{ color: 'secondary.main' }}>
            {formatDuration(show.endS)}
          </Box>{' '}
          of {formatDuration(show.slotEndS)}
        </Typography>
      </Box>
      {show.trouble ? <Typography color="error">{show.trouble}</Typography> : <Readiness show={show} />}
      <Box>
        <Tooltip title="Copy">
          <IconButton
            aria-label={`Copy ${show.title}`}
            onClick={() => void copy()}
            sx={{ width: 44, height: 44 }}
          >
            <ContentCopyIcon fontSize="small" />
          </IconButton>
        </Tooltip>
        <Tooltip title="Delete">
          <IconButton
            aria-label={`Delete ${show.title}`}
            onClick={() => void removeWithUndo(show.id, show.title)}
            sx={{ width: 44, height: 44 }}
          >
            <DeleteOutlineIcon fontSize="small" />
          </IconButton>
        </Tooltip>
      </Box>
    </Paper>
  );
}

/** What is open in a show, in words. */
function Readiness({ show }: { show: ShowLine }) {
  const words: {
    text: string;
    color: 'error' | 'warning' | 'default' | 'secondary';
    level?: 'stop' | 'caution';
  }[] = [];
  if (show.openRun)
    words.push({
      text: show.openRun.phase === 'before' ? 'Being checked' : 'On stage now',
      color: 'secondary',
    });
  if (show.items === 0) words.push({ text: 'Empty running order', color: 'default' });
  if (show.stops) words.push({ text: `${show.stops} to mend`, color: 'error', level: 'stop' });
  if (show.cautions)
    words.push({
      text: `${show.cautions} ${show.cautions === 1 ? 'caution' : 'cautions'}`,
      color: 'warning',
      level: 'caution',
    });
  if (show.toBuy) words.push({ text: `${show.toBuy} to buy`, color: 'default' });
  if (words.length === 0) words.push({ text: 'Ready', color: 'secondary' });
  return (
    <Stack direction="row" spacing={1} useFlexGap sx={{ flexWrap: 'wrap' }}>
      {words.map(({ text, color, level }) => (
        <Chip
          key={text}
          label={
            <>
              {level && <LevelMark level={level} />} {text}
            </>
          }
          color={color}
          variant="outlined"
          sx={{ borderRadius: 1, fontWeight: 600 }}
        />
      ))}
    </Stack>
  );
}
