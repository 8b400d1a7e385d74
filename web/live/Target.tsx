import { ButtonBase, Box } from '@mui/material';
import type { ReactNode } from 'react';
import { DISPLAY } from '../kit/theme';

/** A target a gloved hand can hit: at least 72 px high, words large, a hint below. */
export function Target({
  main = false,
  words,
  ...props
}: {
  main?: boolean;
  words?: string;
  children: ReactNode;
  onClick: () => void;
  disabled?: boolean;
}) {
  return (
    <ButtonBase
      onClick={props.onClick}
      disabled={props.disabled ?? false}
      sx={{
        flex: main ? '1.6 1 300px' : '1 1 240px',
        minWidth: 0,
        minHeight: 108,
        px: { xs: 2, sm: 4 },
        overflowWrap: 'anywhere',
        borderRadius: 1,
        flexDirection: 'column',
        bgcolor: main ? 'text.primary' : (t) => t.ink.wash,
        color: main ? 'background.default' : 'text.primary',
        fontFamily: DISPLAY,
        fontWeight: 700,
        fontSize: { xs: 'stageText', sm: 'stageLead' },
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
