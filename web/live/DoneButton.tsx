import { ButtonBase } from '@mui/material';

/** What is done is ticked off where it stands, with gloves on. */
export const DoneButton = ({ what, onDone }: { what: string; onDone: () => void }) => (
  <ButtonBase
    aria-label={`Done: ${what}`}
    onClick={onDone}
    sx={{
      minHeight: 72,
      minWidth: 96,
      borderRadius: 1,
      bgcolor: (t) => t.ink.wash,
      fontSize: 'stageText',
      fontWeight: 700,
    }}
  >
    Done
  </ButtonBase>
);
