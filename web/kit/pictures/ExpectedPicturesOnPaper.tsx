import { Box } from '@mui/material';
import type { ExpectedPicture } from '@hearty/core';
import { Caption, pictureAddress } from './ExpectedPictures';

/** Pictures on a printed sheet, four in a row. They print if the screen shows them too: paper does not wait. */
export const ExpectedPicturesOnPaper = ({ expected }: { expected: readonly ExpectedPicture[] }) =>
  expected.length === 0 ? null : (
    <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(4, 1fr)', gap: 3, mb: 4 }}>
      {expected.flatMap(({ subject, pictures }) =>
        pictures.map((picture) => (
          <Box key={subject + picture.id} sx={{ breakInside: 'avoid' }}>
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
            <Caption subject={subject} picture={picture} />
          </Box>
        )),
      )}
    </Box>
  );
