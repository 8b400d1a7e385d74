import { GlobalStyles } from '@mui/material';

/** How a page comes out of a printer: black on white, without what can only be pressed. */
export const PaperStyles = () => (
  <GlobalStyles
    styles={{
      '@page': { margin: '12mm' },
      '@media print': {
        '*': {
          color: '#000 !important',
          borderColor: '#777 !important',
          background: 'transparent !important',
          boxShadow: 'none !important',
        },
        'nav, [role=tablist], .MuiTabs-root, .MuiButtonGroup-root, .MuiButton-root': {
          display: 'none !important',
        },
        main: { padding: '0 !important', margin: '0 !important' },
        'body, html': { background: '#fff !important' },
      },
    }}
  />
);
