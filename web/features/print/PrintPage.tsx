import { Box, Button, ThemeProvider } from '@mui/material';
import { Link } from 'react-router';
import { PaperStyles } from '../../kit/paper';
import { themeOf } from '../../kit/theme';
import { useShow } from '../../session/show';
import { scaleOf } from '../plan/scale';
import { HEADS_PX, Score } from '../plan/Score';
import { EDGE_PX, leavesOf } from './leaves';
import { RunSheet } from './RunSheet';
import { PrintIcon } from '../../kit/icons';

/** What fits between the margins of A4 and of Letter alike, in CSS pixels of 1/96 inch. */
const PAGE = { width: 700, height: 880 };
const TITLE_PX = 34;
/** What the score keeps free below itself. */
const FOOT_PX = 24;
/** Below this the words of the score cannot be read at arm's length: it goes on over several pages instead. */
const LEAST_ZOOM = 0.62;

const PRINT = themeOf('print');

/** The run sheet and the score as they come out of a printer: black on white, on A4 or Letter. */
export function PrintPage() {
  const { file, script, plan } = useShow();
  const { timetable } = plan;
  const room = PAGE.height - TITLE_PX;
  // The score is drawn as wide as it needs, then made smaller as a whole.
  const width = Math.max(PAGE.width, 560 + file.show.crew.length * 95);
  const byWidth = PAGE.width / width;
  const around = HEADS_PX + 2 * EDGE_PX + FOOT_PX;
  const scale = scaleOf(timetable, room / byWidth - around, 1, script.upS);
  const whole = room / (scale.height + around);
  const zoom = Math.min(byWidth, whole >= LEAST_ZOOM ? whole : Math.max(LEAST_ZOOM, byWidth * 0.9));
  const leaves = leavesOf(timetable, scale, room / zoom - HEADS_PX - FOOT_PX);
  return (
    <>
      <PaperStyles title={file.show.title} />
      <style>{'@media print { [data-show-head] { display: none !important; } }'}</style>
      <Box sx={{ display: 'flex', gap: 2, my: 3, '@media print': { display: 'none' } }}>
        <Button variant="contained" startIcon={<PrintIcon />} onClick={() => window.print()}>
          Print
        </Button>
        <Button component={Link} to={`/shows/${file.show.id}/plan`}>
          Back to the plan
        </Button>
      </Box>
      {/* Only the paper is white in the dark theme: the rest of the page keeps its colours. */}
      <ThemeProvider theme={PRINT}>
        <Box
          role="region"
          aria-label="As it is printed"
          tabIndex={0}
          sx={{
            ...{ bgcolor: '#fff', color: '#000', p: 4, overflowX: 'auto' },
            '@media print': { p: 0, overflow: 'visible' },
          }}
        >
          <Box sx={{ width: PAGE.width, '@media print': { width: 'auto' } }}>
            <RunSheet script={script} plan={plan} />
            {leaves.map((leaf, i) => (
              <Box
                key={leaf.fromY}
                component="section"
                aria-label={leaves.length > 1 ? `Score, part ${i + 1}` : 'Score'}
                sx={{
                  breakBefore: 'page',
                  breakInside: 'avoid',
                  pt: 4,
                  contentVisibility: 'auto',
                  containIntrinsicSize: `auto ${PAGE.height}px`,
                  '@media print': { pt: 0, contentVisibility: 'visible' },
                }}
              >
                <Box component="h2" sx={{ fontSize: 'text', lineHeight: '22px', m: 0, mb: 2 }}>
                  {file.show.title}: the score
                  {leaves.length > 1 && `, ${i + 1} of ${leaves.length}`}
                </Box>
                {/* A picture of the plan: nothing in it can be pressed here. */}
                <Box inert sx={{ zoom, width }}>
                  <Score script={script} timetable={timetable} bands={plan.bands} scale={scale} leaf={leaf} />
                </Box>
              </Box>
            ))}
          </Box>
        </Box>
      </ThemeProvider>
    </>
  );
}
