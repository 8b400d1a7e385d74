import { Alert, Box, Button, Stack } from '@mui/material';
import type { Broken } from '@hearty/core';
import { Link } from 'react-router';
import { useBroken, useRemove } from './queries';

const ADDRESS = {
  demo: 'demos',
  show: 'shows',
  venue: 'venues',
  person: 'people',
  good: 'goods',
  crate: 'crates',
} as const;

const MEND: Partial<Record<Broken['kind'], (id: string) => string>> = {
  show: (id) => `/shows/${id}/plan`,
  demo: (id) => `/demos/${id}/edit`,
};

/** Documents that are broken, of these kinds or of all, each in its own line with what can be done about it; everything else works. */
export function BrokenLines({ kinds }: { kinds?: readonly Broken['kind'][] }) {
  const broken = useBroken();
  const lines = (broken.data ?? []).filter((b) => !kinds || kinds.includes(b.kind));
  if (lines.length === 0) return null;
  return (
    <Stack component="ul" aria-label="Broken" spacing={2} sx={{ listStyle: 'none', p: 0, m: 0, mb: 3 }}>
      {lines.map((line) => (
        <Line key={line.kind + line.id + line.problems[0]?.message} broken={line} />
      ))}
    </Stack>
  );
}

function Line({ broken: { kind, id, version, title, opens, problems } }: { broken: Broken }) {
  const remove = useRemove(ADDRESS[kind]);
  const mend = opens && MEND[kind];
  const address = `${ADDRESS[kind]}/${id}`;
  return (
    <li>
      <Alert severity="error">
        <Box sx={{ overflowWrap: 'anywhere' }}>
          The {kind} “{title}” {opens ? 'names something that is gone.' : 'cannot be read.'}{' '}
          {[...new Set(problems.map((p) => (opens || !p.path ? p.message : `${p.path}: ${p.message}`)))].join(
            ' ',
          )}
        </Box>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, mt: 1 }}>
          {mend && (
            <Button size="small" variant="outlined" color="inherit" component={Link} to={mend(id)}>
              Open and fix
            </Button>
          )}
          <Button
            size="small"
            color="inherit"
            component="a"
            href={`/api/${address}/raw`}
            download={`${kind}-${id}.json`}
          >
            Save as it is
          </Button>
          <Button size="small" color="inherit" onClick={() => remove.mutate({ id, version })}>
            Delete
          </Button>
        </Box>
        {remove.error && <Box role="alert">Not deleted: {remove.error.message}</Box>}
      </Alert>
    </li>
  );
}
