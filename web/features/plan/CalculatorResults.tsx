import { possibleShowings, type CalculatorResult, type Item } from '@hearty/core';
import { Box, Link, Typography } from '@mui/material';
import { Link as RouterLink } from 'react-router';
import { useShow } from '../../session/show';

/** More levels of a series than these are looked at on the bench. */
const MOST_LEVELS = 6;

/** What the calculators of the open item's demo say of it here, each with a link to the calculator as it stands. */
export function CalculatorResults({ item }: { item: Item }) {
  const scripted = useShow().script.byItem.get(item.id);
  if (!scripted) return null;
  const all = possibleShowings(scripted).filter(
    ({ results, level }, i, showings) =>
      results.length > 0 && (level !== undefined || showings[i - 1]?.results !== results),
  );
  if (!all.length) return null;
  return (
    <Box component="section" aria-label="Worked out" sx={{ fontSize: 'small' }}>
      {all
        .slice(0, MOST_LEVELS)
        .map(({ level, results }, i) =>
          results.map((result) => <One key={`${i} ${result.held.id}`} result={result} level={level} />),
        )}
      {all.length > MOST_LEVELS && `and ${all.length - MOST_LEVELS} more levels`}
    </Box>
  );
}

const One = ({ result, level }: { result: CalculatorResult; level: string | undefined }) => (
  <Typography sx={{ fontSize: 'small', mb: 1, overflowWrap: 'anywhere' }}>
    <Link component={RouterLink} to={addressOf(result)} color="inherit">
      {result.title}
    </Link>
    {level !== undefined && ` at ${level}`}: {result.refused ?? result.verdict}
    {result.taken.length > 0 && (
      <Box component="span" sx={{ color: 'text.secondary' }}>
        {' '}
        {result.taken.map(({ label, message, from }) => `${label} ${message} (${from})`).join(', ')}.
      </Box>
    )}
    {result.assumed.length > 0 && (
      <Box component="span" sx={{ color: 'warning.main' }}>
        {' '}
        Assumed:{' '}
        {result.assumed
          .map(({ label, message, setAt }) => `${label} ${message}${setAt ? ` (set it ${setAt})` : ''}`)
          .join(', ')}
        .
      </Box>
    )}
  </Typography>
);

/** The bench with what went into it. */
function addressOf({ held, values }: CalculatorResult): string {
  const params = new URLSearchParams(
    Object.entries(values).map(([name, value]) => [
      name,
      typeof value === 'object' ? value.join(' ') : String(value),
    ]),
  );
  return `/bench/${held.benchId}?${params.toString()}`;
}
