import { type Happening } from '@hearty/core';
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
