import type { Detail } from '@hearty/core';
import { Box } from '@mui/material';

/** Fields and what they hold, documents inside a document as lists of their own. */
export const Details = ({ details }: { details: readonly Detail[] }) => (
  <Box component="dl" sx={{ m: 0, display: 'grid', gap: 1 }}>
    {details.map(({ key, label, words, inside }) => (
      <Box key={key} sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 3 }}>
        <Box
          component="dt"
          sx={{ color: 'text.secondary', minWidth: 180, flex: inside ? '1 0 100%' : undefined }}
        >
          {label}
        </Box>
        <Box component="dd" sx={{ m: 0, flex: '1 1 240px', minWidth: 0, whiteSpace: 'pre-line' }}>
          {words}
          {inside?.map((entry, i) => (
            <Box key={i} sx={{ pl: 3, py: 1, borderLeft: 2, borderColor: 'divider', mb: 1 }}>
              <Details details={entry} />
            </Box>
          ))}
        </Box>
      </Box>
    ))}
  </Box>
);
