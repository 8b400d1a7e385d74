import { Box, ButtonBase, Dialog, DialogContent, DialogTitle, IconButton, Typography } from '@mui/material';
import type { ExpectedPicture, Picture } from '@hearty/core';
import { useState } from 'react';
import { CloseIcon } from '../icons';

export const pictureAddress = (id: string) => `/api/pictures/${id}`;

/** Pictures of how something should look; each opens to its whole size. Nothing where there is none. */
export function ExpectedPictures({
  expected,
  title,
}: {
  expected: readonly ExpectedPicture[];
  title?: string;
}) {
  const [open, setOpen] = useState<{ subject: string; picture: Picture }>();
  if (expected.length === 0) return null;
  return (
    <>
      {title && (
        <Typography variant="h2" sx={{ mt: 6, mb: 2 }}>
          {title}
        </Typography>
      )}
      <Box
        component="ul"
        aria-label="How it should look"
        sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, m: 0, mb: 2, p: 0, listStyle: 'none' }}
      >
        {expected.flatMap(({ subject, pictures }) =>
          pictures.map((picture) => (
            <Box component="li" key={subject + picture.id} sx={{ width: 180 }}>
              <ButtonBase
                aria-label={`${subject}: see it larger`}
                onClick={() => setOpen({ subject, picture })}
                sx={{ display: 'block', width: 1, border: 1, borderColor: 'divider', borderRadius: 1 }}
              >
                <Shown picture={picture} subject={subject} height={120} />
              </ButtonBase>
              <Caption subject={subject} picture={picture} />
            </Box>
          )),
        )}
        <Dialog open={open !== undefined} onClose={() => setOpen(undefined)} maxWidth="lg" fullWidth>
          {open && (
            <>
              <DialogTitle sx={{ display: 'flex', alignItems: 'center', overflowWrap: 'anywhere' }}>
                <Box sx={{ flex: 1 }}>{open.subject}</Box>
                <IconButton aria-label="Close" onClick={() => setOpen(undefined)}>
                  <CloseIcon />
                </IconButton>
              </DialogTitle>
              <DialogContent>
                <Shown {...open} />
                <Typography sx={{ mt: 2, overflowWrap: 'anywhere' }}>{open.picture.says}</Typography>
              </DialogContent>
            </>
          )}
        </Dialog>
      </Box>
    </>
  );
}

export const Caption = ({ subject, picture }: { subject: string; picture: Picture }) => (
  <Typography sx={{ fontSize: 'small', overflowWrap: 'anywhere' }}>
    <b>{subject}</b>
    {picture.says && `: ${picture.says}`}
  </Typography>
);

interface ShownProps {
  picture: Picture;
  subject: string;
  /** In pixels, where it is drawn small. */
  height?: number;
}

/** One picture, whole; what it shows in words where it is not here. */
export function Shown({ picture, subject, height }: ShownProps) {
  const [gone, setGone] = useState(false);
  if (gone)
    return (
      <Typography
        color="textSecondary"
        sx={{ p: 2, minHeight: height, fontSize: 'small', textAlign: 'left' }}
      >
        This picture is not on this machine.
      </Typography>
    );
  return (
    <Box
      component="img"
      src={pictureAddress(picture.id)}
      alt={picture.says || `How “${subject}” should look`}
      onError={() => setGone(true)}
      sx={{ display: 'block', width: 1, height: height ?? 'auto', maxHeight: '75vh', objectFit: 'contain' }}
    />
  );
}
