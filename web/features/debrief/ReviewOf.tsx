import { review } from '@hearty/core';
import { Box, Typography } from '@mui/material';
import type { OpenRun } from '../../session/useRun';
import { Section } from './common';

/** Of a rehearsal with trouble: how it is judged, and what was done about each mishap. Nothing of any other run. */
export function ReviewOf({ run: { script, state } }: { run: OpenRun }) {
  const found = review(script, state);
  if (!found) return null;
  return (
    <Section
      title={`The rehearsal with trouble: ${found.of100} of 100`}
      hint="The mean of what stands below. It says how these mishaps were met, not how good the show is."
    >
      <Box
        component="dl"
        sx={{ display: 'grid', gridTemplateColumns: 'auto auto 1fr', columnGap: 5, rowGap: 1, m: 0 }}
      >
        {found.scores.map(({ what, of100, message }) => (
          <Box key={what} sx={{ display: 'contents' }}>
            <Typography component="dt">{what}</Typography>
            <Typography component="dd" sx={{ m: 0, fontWeight: 700, textAlign: 'right' }}>
              {of100}
            </Typography>
            <Typography component="dd" color="textSecondary" sx={{ m: 0 }}>
              {message}
            </Typography>
          </Box>
        ))}
      </Box>
      <Box component="ul" aria-label="Mishaps" sx={{ pl: 5, my: 3 }}>
        {found.decisions.map(({ message, title, did, sound }) => (
          <Typography component="li" key={message + title} sx={{ overflowWrap: 'anywhere' }}>
            {title}: {message.replace(/\.?$/, '.')} <b>{did ?? 'Nothing was done about it.'}</b>
            {did !== undefined && !sound && ' Not advisable: stop, or leave it out.'}
          </Typography>
        ))}
      </Box>
    </Section>
  );
}
