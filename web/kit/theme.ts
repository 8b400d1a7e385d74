import { createTheme, type Theme } from '@mui/material/styles';

/** Tokens of the two themes. Each text colour holds at least 4.5:1 on its paper (7:1 in the dark). */
const PAPER = {
  paper: '#FBF7F0',
  card: '#FFFDF9',
  ink: '#2B2130',
  quiet: '#6A5F70',
  rule: '#E4DACB',
  act: '#5A2D62',
  onAct: '#FFFDF9',
  wash: '#F0E6EF',
  prep: '#F4EDE1',
  worked: '#226B66',
  tide: '#BFDAD6',
  stop: '#B3261E',
  caution: '#8A5000',
};

const NIGHT: typeof PAPER = {
  paper: '#17111A',
  card: '#221A27',
  ink: '#F6EFE6',
  quiet: '#C3B8C7',
  rule: '#43364A',
  act: '#D9A6E3',
  onAct: '#17111A',
  wash: '#33263A',
  prep: '#1D1621',
  worked: '#7FD1C7',
  tide: '#40635F',
  stop: '#FFB4AB',
  caution: '#FFC57A',
};

/** For paper out of a printer: black on white, greys for what may be faint. */
const PRINT: typeof PAPER = {
  paper: '#FFFFFF',
  card: '#FFFFFF',
  ink: '#000000',
  quiet: '#333333',
  rule: '#999999',
  act: '#000000',
  onAct: '#FFFFFF',
  wash: '#EEEEEE',
  prep: '#FFFFFF',
  worked: '#000000',
  tide: '#CCCCCC',
  stop: '#000000',
  caution: '#000000',
};

/** Every size of type there is, in CSS pixels: four for planning and paper, five to be read from four metres. */
const SIZES = {
  small: 13,
  text: 15,
  head: 19,
  page: 27,
  stageSmall: 17,
  stageText: 22,
  stageLead: 32,
  stageCall: 40,
  stageNow: 62,
};
type Sizes = typeof SIZES;

const SHRUNK = 0.87;

declare module '@mui/material/styles' {
  // Every size is one of the theme's typography, for `sx` to find by its name.
  // eslint-disable-next-line @typescript-eslint/no-empty-object-type
  interface TypographyVariants extends Sizes {}
  // eslint-disable-next-line @typescript-eslint/no-empty-object-type
  interface TypographyVariantsOptions extends Partial<Sizes> {}
  interface Theme {
    ink: typeof PAPER;
  }
  interface ThemeOptions {
    ink?: typeof PAPER;
  }
}

const TEXT = "'Atkinson Hyperlegible Next Variable', sans-serif";
export const DISPLAY = "'Bricolage Grotesque Variable', sans-serif";

const INKS = { paper: PAPER, night: NIGHT, print: PRINT };

/** What shows where the keyboard is; drawn inside its own edge, where nothing around can cut it off. */
const ring = (color: string) => ({ outline: `3px solid ${color}`, outlineOffset: -3 });

export const themeOf = (mode: keyof typeof INKS): Theme => {
  const c = INKS[mode];
  return createTheme({
    ink: c,
    palette: {
      mode: mode === 'night' ? 'dark' : 'light',
      primary: { main: c.act, contrastText: c.onAct },
      secondary: { main: c.worked },
      error: { main: c.stop },
      warning: { main: c.caution },
      info: { main: c.worked },
      success: { main: c.worked },
      background: { default: c.paper, paper: c.card },
      text: { primary: c.ink, secondary: c.quiet },
      divider: c.rule,
    },
    shape: { borderRadius: 6 },
    spacing: 4,
    typography: {
      ...SIZES,
      fontFamily: TEXT,
      h1: { fontFamily: DISPLAY, fontSize: SIZES.page, fontWeight: 700, letterSpacing: '-0.01em' },
      h2: { fontFamily: DISPLAY, fontSize: SIZES.head, fontWeight: 650 },
      h3: { fontFamily: TEXT, fontSize: SIZES.text, fontWeight: 700 },
      body1: { fontSize: SIZES.text },
      body2: { fontSize: SIZES.small },
      caption: { fontSize: SIZES.small },
      button: { fontSize: SIZES.text, textTransform: 'none', fontWeight: 600 },
    },
    components: {
      MuiCssBaseline: {
        styleOverrides: {
          // The longest word gives way rather than the page.
          body: { fontVariantNumeric: 'tabular-nums', overflowWrap: 'anywhere' },
          ':focus-visible': ring(c.worked),
          // A link without a style of its own.
          ':where(a:not([class]))': { color: 'inherit' },
          // What a key brings into sight is not brought under the bar that stays there.
          html: { scrollPadding: '84px 0 72px' },
          '@media (prefers-reduced-motion: reduce)': {
            // None at all: a very short one would begin on every element with every change of anything.
            '*': { animationDuration: '0.01ms !important', transition: 'none !important' },
          },
        },
      },
      MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: 'none' } } },
      MuiButtonBase: {
        defaultProps: { disableRipple: true },
        styleOverrides: {
          root: {
            fontFamily: 'inherit',
            overflowWrap: 'break-word',
            '&:focus-visible, &.Mui-focusVisible': ring(c.worked),
            // What is chosen has a frame where backgrounds are taken away.
            '@media (forced-colors: active)': {
              '&.Mui-selected, &[aria-current=page]': { border: '3px solid Highlight' },
            },
          },
        },
      },
      MuiButton: { defaultProps: { disableElevation: true }, styleOverrides: { root: { minHeight: 36 } } },
      MuiAlert: { styleOverrides: { root: { fontSize: SIZES.text } } },
      MuiTextField: { defaultProps: { size: 'small' } },
      // A label above its field is as large as other small words, and its gap in the frame with it.
      MuiInputLabel: { styleOverrides: { shrink: { transform: `translate(14px, -9px) scale(${SHRUNK})` } } },
      MuiOutlinedInput: { styleOverrides: { notchedOutline: { '& legend': { fontSize: `${SHRUNK}em` } } } },
      MuiDialog: { styleOverrides: { paper: { border: `1px solid ${c.rule}` } } },
      MuiTableCell: {
        styleOverrides: {
          // Columns are as wide as their words; a table too wide scrolls by itself.
          root: {
            borderColor: c.rule,
            padding: '8px 12px',
            overflowWrap: 'break-word',
            fontSize: SIZES.text,
          },
          head: { color: c.quiet, fontWeight: 600, fontSize: SIZES.small },
        },
      },
      MuiTooltip: { styleOverrides: { tooltip: { fontSize: SIZES.small } } },
      MuiToggleButton: { styleOverrides: { root: { fontSize: SIZES.small, textTransform: 'none' } } },
    },
  });
};
