import { formatDuration, paretoSays, type ParetoLine } from '@hearty/core';
import { Box, Typography } from '@mui/material';

/** So many causes are in sight at once. */
const MOST_SHOWN = 12;

/** Causes by how often they were found, with the share that those down to each make; `titled`: of which demo each is. */
export function Pareto({ lines, titled = false }: { lines: readonly ParetoLine[]; titled?: boolean }) {
  const most = lines[0]!.times;
  const isSingle = lines.length === 1;
  return (
    <section aria-label="Causes">
      <Typography variant="h3" component="h2" sx={{ mb: 2 }}>
        {paretoSays(lines)}
      </Typography>
      {!isSingle && (
        <Typography color="textSecondary" sx={{ fontSize: 'small', mb: 2 }}>
          Of those with a cause noted; at the right, the share of all down to there.
        </Typography>
      )}
      <Rows lines={lines.slice(0, MOST_SHOWN)} {...{ most, titled, isSingle: isSingle }} />
      {lines.length > MOST_SHOWN && (
        <details>
          <summary>and {lines.length - MOST_SHOWN} more</summary>
          <Rows lines={lines.slice(MOST_SHOWN)} {...{ most, titled, isSingle: isSingle }} />
        </details>
      )}
    </section>
  );
}

/** Causes as bars, the longest as wide as there is room. */
const Rows = ({
  lines,
  most,
  titled,
  isSingle: isSingle,
}: {
  lines: readonly ParetoLine[];
  most: number;
  titled: boolean;
  /** Alone, its share needs no telling. */
  isSingle: boolean;
}) => (
  <Box component="ol" sx={{ m: 0, p: 0, listStyle: 'none', display: 'grid', gap: 2 }}>
    {lines.map((l) => (
      <li key={`${l.demoId} ${l.cause}`}>
        <Box sx={{ display: 'flex', gap: 3, alignItems: 'end' }}>
          <Typography sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere' }}>
            <b>{l.cause}</b>
            {titled && ` (${l.title})`}: {l.times === 1 ? 'once' : `${l.times} times`}
            {l.lostS > 0 && (
              <Box component="span" sx={{ color: 'text.secondary' }}>
                , {formatDuration(l.lostS)}
              </Box>
            )}
          </Typography>
          {!isSingle && (
            <Typography color="textSecondary" sx={{ fontSize: 'small', whiteSpace: 'nowrap' }}>
              {Math.round(100 * l.upTo)} %
            </Typography>
          )}
        </Box>
        <Box
          aria-hidden
          sx={{
            height: 8,
            width: `${(100 * l.times) / most}%`,
            bgcolor: (t) => t.ink.tide,
            borderRadius: 1,
          }}
        />
      </li>
    ))}
  </Box>
);
