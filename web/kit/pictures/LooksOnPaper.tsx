import { Box } from '@mui/material';
import type { ExpectedPicture } from '@hearty/core';
import { Caption, pictureAddress } from './Looks';

/** Pictures on a printed sheet, four in a row. They print if the screen shows them too: paper does not wait. */
export const LooksOnPaper = ({ looks }: { looks: readonly ExpectedPicture[] }) =>
  looks.length === 0 ? null : (
    <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(4, 1fr)', gap: 3, mb: 4 }}>
      {looks.flatMap(({ of, pictures }) =>
        pictures.map((picture) => (
          <Box key={of + picture.id} sx={{ breakInside: 'avoid' }}>
            <Box
              component="img"
              src={pictureAddress(picture.id)}
              alt={picture.says}
              sx={{
                display: 'block',
                width: 1,
                height: '32mm',
                objectFit: 'contain',
                objectPosition: 'left',
              }}
            />
            <Caption of={of} picture={picture} />
          </Box>
        )),
      )}
    </Box>
  );
