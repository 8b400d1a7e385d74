import { Box, Typography } from '@mui/material';
import { changeOptions, type Happening, type ItemState, type Script } from '@hearty/core';
import { DISPLAY } from '../kit/theme';
import { Target } from './Target';

/** What is changed for the next go: a value of a parameter, a variant, or something else. One touch each, nothing typed. */
export function ChangePanel({
  script,
  item,
  onGo,
}: {
  script: Script;
  item: ItemState;
  onGo: (does: readonly Happening[]) => void;
}) {
  return (
    <Box role="group" aria-label="Once more, changed" sx={{ display: 'grid', gap: 4 }}>
      <Typography
        component="h1"
        sx={{ fontFamily: DISPLAY, fontWeight: 700, fontSize: { xs: 'stageLead', sm: 'stageCall' } }}
      >
        What is changed?
      </Typography>
      {changeOptions(script, item).map(({ title, values }) => (
        <Box key={title} role="group" aria-label={title}>
          <Typography sx={{ fontSize: 'stageText', mb: 1 }}>{title}</Typography>
          <Box
            sx={{
              display: 'grid',
              gap: 2,
              gridTemplateColumns: 'repeat(auto-fill, minmax(min(100%, 180px), 1fr))',
            }}
          >
            {values.map(({ label, does }) => (
              <Target key={label} onClick={() => onGo(does)}>
                {label}
              </Target>
            ))}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
