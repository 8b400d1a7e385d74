import { Box, Button, Paper, Stack, Typography } from '@mui/material';
import { copyOf, formatDuration, type ShowLine } from '@hearty/core';
import { addDays, format, formatISO, parseISO } from 'date-fns';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { DayButton } from '../../kit/DayButton';
import { MoreIcon } from '../../kit/icons';
import { LevelMark } from '../../kit/LevelMark';
import { newId } from '../../session/ids';
import { useDocument, useSave } from '../../session/queries';
import { useSayWithUndo } from '../../session/useSayWithUndo';

export const listSx = { listStyle: 'none', p: 0, m: 0 };

/** One show of a list. */
export const ShowRow = ({ show, past = false }: { show: ShowLine; past?: boolean }) => (
  <Paper component="li" variant="outlined" sx={{ px: 4, py: 2 }}>
    <ShowLineOf show={show} past={past} />
  </Paper>
);

/** When and where a show is, how ready, what is open; and what can be done with the whole of it. */
export function ShowLineOf({ show, past = false }: { show: ShowLine; past?: boolean }) {
  const day = parseISO(show.date);
  return (
    <Box sx={{ display: 'flex', columnGap: 4, rowGap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
      <Box sx={{ width: 92, textAlign: 'center', borderRight: 1, borderColor: 'divider', pr: 3 }}>
        <Typography variant="h2" component="p">
          {format(day, 'd MMM')}
        </Typography>
        <Typography variant="body2" color="textSecondary">
          {format(day, past ? 'yyyy' : 'EEE')} · {show.curtainUp}
        </Typography>
      </Box>
      <Box sx={{ flex: '1 1 180px', minWidth: 0 }}>
        <Typography variant="h2" sx={{ overflowWrap: 'anywhere' }}>
          <Box
            component={Link}
            to={`/shows/${show.id}/plan`}
            sx={{ color: 'inherit', textDecorationColor: 'divider', textUnderlineOffset: 4 }}
          >
            {show.title}
          </Box>
        </Typography>
        <Typography variant="body2" color="textSecondary" sx={{ overflowWrap: 'anywhere' }}>
          {show.venue} · {show.heads} people · {show.items} items
          {show.planned && (
            <>
              {' · '}
              <Box component="span" sx={{ color: 'secondary.main' }}>
                {formatDuration(show.endS)}
              </Box>{' '}
              of {formatDuration(show.slotEndS)}
            </>
          )}
        </Typography>
      </Box>
      {show.trouble ? (
        <Typography color="error">{show.trouble}</Typography>
      ) : past ? (
        <Typography color="textSecondary">{show.lastRun ? 'Played' : 'Not played'}</Typography>
      ) : show.planned ? (
        <Readiness show={show} />
      ) : (
        <Typography color="textSecondary" role="status">
          Being planned …
        </Typography>
      )}
      <Acts show={show} />
    </Box>
  );
}

function Acts({ show }: { show: ShowLine }) {
  const kept = useDocument('shows', show.id, false);
  const save = useSave('shows');
  const navigate = useNavigate();
  const { enqueueSnackbar } = useSnackbar();
  const removeWithUndo = useSayWithUndo('shows');
  const [more, setMore] = useState(false);
  const copy = async (date: string) => {
    const { data: original, error } = await kept.refetch();
    if (!original)
      return void enqueueSnackbar(error?.message ?? 'This show was deleted.', { variant: 'error' });
    const body = copyOf(original.body, newId(), date);
    save.mutate(
      { id: body.id, version: 0, body },
      {
        onSuccess: () => void navigate(`/shows/${body.id}/plan`),
        onError: ({ message }) => void enqueueSnackbar(`Not copied. ${message}`, { variant: 'error' }),
      },
    );
  };
  // Two days of one show have one title.
  const called = `${show.title}, ${format(parseISO(show.date), 'd MMM')}`;
  return (
    <Box>
      <DayButton
        day={aWeekOn(show.date)}
        label="Date of the copy"
        name={`Copy ${called}`}
        onPick={(date) => void copy(date)}
      >
        Copy …
      </DayButton>
      {more ? (
        <Button
          color="inherit"
          autoFocus
          aria-label={`Delete ${called}`}
          onClick={() => void removeWithUndo(show, called)}
          onBlur={() => setMore(false)}
        >
          Delete
        </Button>
      ) : (
        <Button
          color="inherit"
          aria-label={`More for ${called}`}
          onClick={() => setMore(true)}
          sx={{ height: 44 }}
        >
          <MoreIcon />
        </Button>
      )}
    </Box>
  );
}

/** A week after the show; a week from now where that is past. */
const aWeekOn = (date: string): string => {
  const from = parseISO(date) < new Date() ? new Date() : parseISO(date);
  return formatISO(addDays(from, 7), { representation: 'date' });
};

/** What is open in a show, in words. */
function Readiness({ show }: { show: ShowLine }) {
  const { openRun, items, stops, cautions, toBuy } = show;
  const words: { text: string; color: string; level?: 'stop' | 'caution' }[] = [
    ...(openRun
      ? [{ text: openRun.phase === 'before' ? 'Being checked' : 'On stage now', color: 'secondary.main' }]
      : []),
    ...(items === 0 ? [{ text: 'Empty running order', color: 'text.primary' }] : []),
    ...(stops ? [{ text: `${stops} to fix`, color: 'error.main', level: 'stop' as const }] : []),
    ...(cautions
      ? [
          {
            text: `${cautions} ${cautions === 1 ? 'caution' : 'cautions'}`,
            color: 'warning.main',
            level: 'caution' as const,
          },
        ]
      : []),
    ...(toBuy ? [{ text: `${toBuy} to buy`, color: 'text.primary' }] : []),
  ];
  if (words.length === 0) words.push({ text: 'Ready', color: 'secondary.main' });
  return (
    <Stack direction="row" sx={{ flexWrap: 'wrap', columnGap: 3 }}>
      {words.map(({ text, color, level }) => (
        <Typography key={text} variant="body2" sx={{ fontWeight: 600, color }}>
          {level && <LevelMark level={level} />} {text}
        </Typography>
      ))}
    </Stack>
  );
}
