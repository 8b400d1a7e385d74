import { type Happening, type ShowFile } from '@hearty/core';
import { Typography } from '@mui/material';
import { record } from '../../session/runLog';

/** Every word of the debrief is an event of the run's log too. */
export const say = (happening: Happening) => void record(happening);

export const Section = ({
  title,
  hint,
  children,
}: {
  title: string;
  hint?: string | undefined;
  children: React.ReactNode;
}) => (
  <section>
    <Typography variant="h2">{title}</Typography>
    {hint && (
      <Typography color="textSecondary" sx={{ mb: 2 }}>
        {hint}
      </Typography>
    )}
    {children}
  </section>
);

/** What a note is about, by the title in the running order; undefined where it is about the whole show. */
export const titleOfItem = ({ show }: ShowFile, itemId: string | undefined): string | undefined =>
  show.items.find((i) => i.id === itemId)?.title;
