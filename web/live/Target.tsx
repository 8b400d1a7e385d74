import { ButtonBase, Box } from '@mui/material';
import type { ReactNode } from 'react';
import { DISPLAY } from '../kit/theme';

const LOOKS = {
  main: { bgcolor: 'text.primary', color: 'background.default', borderColor: 'transparent' },
  second: {
    bgcolor: (t: { ink: { wash: string } }) => t.ink.wash,
    color: 'text.primary',
    borderColor: 'transparent',
  },
  outlined: { bgcolor: 'transparent', color: 'text.primary', borderColor: 'text.primary' },
} as const;

/** A target a gloved hand can hit: at least 72 px high, words large, a hint below. */
export function Target({
  look = 'second',
  main = false,
  words,
  ...props
}: {
  look?: keyof typeof LOOKS;
  main?: boolean;
  words?: string;
  /** What it is called, where its words do not say all of it. */
  label?: string;
  children: ReactNode;
  onClick: () => void;
  disabled?: boolean;
}) {
  return (
    <ButtonBase
      onClick={props.onClick}
      {...(props.label !== undefined && { 'aria-label': props.label })}
      disabled={props.disabled ?? false}
      sx={{
        flex: main ? '1.6 1 300px' : '1 1 240px',
        minWidth: 0,
        minHeight: 108,
        '@media (max-height: 600px)': { minHeight: 72 },
        px: { xs: 2, sm: 4 },
        overflowWrap: 'anywhere',
        borderRadius: 1,
        // Where colours are forced, an edge is all there is of a target.
        border: '3px solid',
        ...LOOKS[main ? 'main' : look],
        flexDirection: 'column',
        fontFamily: DISPLAY,
        fontWeight: 700,
        fontSize: look === 'outlined' ? 'stageText' : { xs: 'stageText', sm: 'stageLead' },
        lineHeight: 1.15,
        '&:focus-visible': { outline: '4px solid', outlineColor: 'secondary.main', outlineOffset: 3 },
        '&.Mui-disabled': { opacity: 0.35 },
      }}
    >
      {props.children}
      {words && (
        <Box
          component="span"
          sx={{
            fontFamily: (t) => t.typography.fontFamily,
            display: { xs: 'none', sm: 'block' },
            '@media (max-height: 600px)': { display: 'none' },
            fontSize: 'stageSmall',
            fontWeight: 500,
            mt: 1,
            maxHeight: 36,
            overflow: 'hidden',
          }}
        >
          {words}
        </Box>
      )}
    </ButtonBase>
  );
}
