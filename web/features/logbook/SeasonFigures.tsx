import { seasonFigures, type Logbook } from '@hearty/core';
import { Box, Typography } from '@mui/material';

/** The season in figures, each with what it is counted from. */
export const SeasonFigures = ({ logbook }: { logbook: Logbook }) => (
  <section aria-label="The season in figures">
    <Typography variant="h2">In figures</Typography>
    <Typography color="textSecondary" sx={{ mb: 2, minHeight: 8 }}>
      {logbook.costsPending > 0 &&
        `What ${logbook.costsPending === 1 ? 'one run' : `${logbook.costsPending} runs`} used up is still being worked out.`}
    </Typography>
    <Box
      component="dl"
      sx={{ m: 0, display: 'grid', gap: 3, gridTemplateColumns: { xs: '1fr 1fr', md: 'repeat(4, 1fr)' } }}
    >
      {seasonFigures(logbook.season, logbook.actions.length).map(({ what, value, from }) => (
        <Box key={what} sx={{ borderTop: 1, borderColor: 'divider', pt: 1 }}>
          <Typography component="dt" color="textSecondary" sx={{ fontSize: 'small' }}>
            {what}
          </Typography>
          <Typography
            component="dd"
            sx={{ m: 0, fontSize: 'head', color: 'secondary.main', fontWeight: 700 }}
          >
            {value}
          </Typography>
          {from && (
            <Typography component="dd" color="textSecondary" sx={{ m: 0, fontSize: 'small' }}>
              {from}
            </Typography>
          )}
        </Box>
      ))}
    </Box>
  </section>
);
