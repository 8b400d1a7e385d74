import type { Item, Sum } from '@hearty/core';
import { Box, Link, Typography } from '@mui/material';
import { Link as RouterLink } from 'react-router';
import { useShow } from '../../session/show';

/** More levels of a series than these are looked at on the bench. */
const MOST_LEVELS = 6;

/** What the benches of the open item's demo say of it here, each with the way to the bench as it stands. */
export function Reckoned({ item }: { item: Item }) {
  const sums = useShow().plan.sums.find((s) => s.itemId === item.id);
  if (!sums) return null;
  const levels = item.series?.levels ?? [];
  return (
    <Box component="section" aria-label="Worked out" sx={{ fontSize: 'small' }}>
      {sums.byLevel
        .slice(0, MOST_LEVELS)
        .map((level, i) =>
          level.map((sum) => <One key={`${i} ${sum.held.id}`} sum={sum} level={levels[i]} />),
        )}
      {sums.byLevel.length > MOST_LEVELS && `and ${sums.byLevel.length - MOST_LEVELS} more levels`}
    </Box>
  );
}

const One = ({ sum, level }: { sum: Sum; level: string | undefined }) => (
  <Typography sx={{ fontSize: 'small', mb: 1, overflowWrap: 'anywhere' }}>
    <Link component={RouterLink} to={addressOf(sum)} color="inherit">
      {sum.title}
    </Link>
    {level !== undefined && ` at ${level}`}: {sum.refused ?? sum.verdict}
    {sum.taken.length > 0 && (
      <Box component="span" sx={{ color: 'text.secondary' }}>
        {' '}
        {sum.taken.map(({ label, says, from }) => `${label} ${says} (${from})`).join(', ')}.
      </Box>
    )}
  </Typography>
);

/** The bench with what went into it. */
function addressOf({ held, values }: Sum): string {
  const params = new URLSearchParams(
    Object.entries(values).map(([name, value]) => [
      name,
      typeof value === 'object' ? value.join(' ') : String(value),
    ]),
  );
  return `/bench/${held.benchId}?${params.toString()}`;
}
