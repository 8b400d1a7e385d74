import PrintOutlinedIcon from '@mui/icons-material/PrintOutlined';
import { Box, Button, CssBaseline, GlobalStyles, ThemeProvider } from '@mui/material';
import { Link } from 'react-router';
import { themeOf } from '../../kit/theme';
import { scaleOf } from '../plan/scale';
import { Score } from '../plan/Score';
import { useShow } from '../../session/show';
import { RunSheet } from './RunSheet';

/** What fits between the margins of A4 and of Letter alike, in CSS pixels of 1/96 inch. */
const PAGE = { width: 700, height: 900 };
const SCORE_HEAD_PX = 70;

/** The run sheet and the score as they come out of a printer: black on white, on A4 or Letter. */
export function PrintPage() {
  const { file, script, plan } = useShow();
  const scale = scaleOf(plan.timetable, PAGE.height - SCORE_HEAD_PX, 1, script.upS);
  const people = file.show.crew.length;
  // The score is drawn as wide as it needs, then made smaller as a whole.
  const width = Math.max(PAGE.width, 560 + people * 95);
  const zoom = Math.min(PAGE.width / width, PAGE.height / (scale.height + SCORE_HEAD_PX));
  return (
    <ThemeProvider theme={themeOf('print')}>
      <CssBaseline />
      <GlobalStyles
        styles={{
          '@page': { margin: '12mm' },
          '@media print': {
            'nav, header, [role=tablist], [data-show-head], .MuiTabs-root': { display: 'none !important' },
            main: { padding: '0 !important', margin: '0 !important' },
            body: { background: '#fff' },
          },
        }}
      />
      <Box sx={{ display: 'flex', gap: 2, my: 3, '@media print': { display: 'none' } }}>
        <Button variant="contained" startIcon={<PrintOutlinedIcon />} onClick={() => window.print()}>
          Print
        </Button>
        <Button component={Link} to={`/shows/${file.show.id}/plan`}>
          Back to the plan
        </Button>
      </Box>
      <Box sx={{ bgcolor: '#fff', color: '#000', maxWidth: PAGE.width, p: { xs: 2, md: 0 } }}>
        <RunSheet script={script} plan={plan} />
        <Box
          component="section"
          aria-label="Score"
          sx={{ breakBefore: 'page', pt: 4, '@media print': { pt: 0 } }}
        >
          <Box component="h2" sx={{ fontSize: 16, m: 0, mb: 2 }}>
            {file.show.title}: the score
          </Box>
          <Box sx={{ zoom, width }}>
            <Score script={script} timetable={plan.timetable} bands={plan.bands} scale={scale} />
          </Box>
        </Box>
      </Box>
    </ThemeProvider>
  );
}
