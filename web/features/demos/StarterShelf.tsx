import { Box, Button, Paper, Typography } from '@mui/material';
import { formatDuration, stepsTiming, type Library } from '@hearty/core';
import { Cards } from '../../kit/Cards';
import { useSnackbar } from 'notistack';
import { useBringIn, useStarter } from '../../session/queries';
import { SaveFailed } from '../../session/SaveFailed';

/** A library with fewer demos than this is a beginner's. */
const SMALL = 12;

/** A dozen kitchen-strength demos to begin with, each brought in with one press; those that are here are not offered. */
export function StarterShelf({ library }: { library: Library }) {
  const starter = useStarter(library.demos.length < SMALL);
  const bring = useBringIn();
  const { enqueueSnackbar } = useSnackbar();
  const here = new Set(library.demos.map((d) => d.id));
  const left = library.demos.length < SMALL ? (starter.data?.demos.filter((d) => !here.has(d.id)) ?? []) : [];
  if (!starter.data || left.length === 0) return null;
  const take = (demoIds: string[], message: string) =>
    bring.mutate(
      { file: starter.data, demoIds },
      { onSuccess: () => enqueueSnackbar(`${message} is in your library.`) },
    );
  return (
    <Box component="section" aria-label="Starter shelf" sx={{ mt: 6 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'baseline', gap: 3, mb: 3 }}>
        <Typography variant="h2">Starter shelf</Typography>
        <Typography color="textSecondary" sx={{ flex: 1, minWidth: 200 }}>
          Kitchen-strength demos to begin with: kit, steps, cautions and all. Try each before you show it.
        </Typography>
        <Button
          disabled={bring.isPending}
          onClick={() =>
            take(
              left.map((d) => d.id),
              'The whole shelf',
            )
          }
        >
          Add all {left.length}
        </Button>
      </Box>
      <SaveFailed error={bring.error} />
      <Cards>
        {left.map((demo) => (
          <Paper component="li" variant="outlined" key={demo.id} sx={{ p: 4, display: 'grid', gap: 1.5 }}>
            <Box sx={{ display: 'flex', gap: 2 }}>
              <Typography variant="h3" sx={{ flex: 1, fontSize: 'head' }}>
                {demo.title}
              </Typography>
              <Typography sx={{ color: 'secondary.main', whiteSpace: 'nowrap' }}>
                {formatDuration(stepsTiming(demo).likelyS)}
              </Typography>
            </Box>
            <Typography>{demo.shows}</Typography>
            <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
              {[demo.topic, ...demo.hazards].join(' · ')}
            </Typography>
            <Button
              variant="outlined"
              aria-label={`Add ${demo.title}`}
              disabled={bring.isPending}
              sx={{ justifySelf: 'start', alignSelf: 'end' }}
              onClick={() => take([demo.id], `“${demo.title}”`)}
            >
              Add
            </Button>
          </Paper>
        ))}
      </Cards>
    </Box>
  );
}
