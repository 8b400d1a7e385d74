import { Button, Stack, Typography } from '@mui/material';
import { useState } from 'react';
import { Find } from '../../kit/Find';
import { Failed } from '../../kit/Failed';
import { Loading } from '../../kit/States';
import { usePastShows } from '../../session/queries';
import { listSx, ShowRow } from './ShowRow';

/** Shows of the past, the newest first, found by their title or venue. */
export function PastShows() {
  const [words, setWords] = useState('');
  const pages = usePastShows(words.trim());
  const found = pages.data?.pages.flatMap((p) => p.past) ?? [];
  return (
    <>
      <Find
        label="Title or venue"
        value={words}
        onValue={setWords}
        sx={{ my: 2, width: 'min(100%, 360px)' }}
      />
      {pages.isPending && <Loading what="the shows of the past" />}
      {pages.data && found.length === 0 && (
        <Typography role="status" color="textSecondary">
          {words.trim() ? 'No past show has that in its title or venue.' : 'No past shows.'}
        </Typography>
      )}
      <Stack component="ul" aria-label="Shows played before" spacing={2} sx={listSx}>
        {found.map((show) => (
          <ShowRow key={show.id} show={show} past />
        ))}
      </Stack>
      {pages.hasNextPage && (
        <Button
          sx={{ mt: 2, minHeight: 44 }}
          disabled={pages.isFetching}
          onClick={() => void pages.fetchNextPage()}
        >
          Older ones
        </Button>
      )}
      {pages.error && <Failed error={pages.error} again={() => void pages.refetch()} />}
    </>
  );
}
