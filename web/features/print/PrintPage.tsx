import { Box, Button, ThemeProvider } from '@mui/material';
import { Link } from 'react-router';
import { PaperStyles } from '../../kit/paper';
import { themeOf } from '../../kit/theme';
import { useShow } from '../../session/show';
import { useLinesOf } from '../plan/ribbon/measure';
import { ribbonOf } from '../plan/ribbon/ribbon';
import { headsPx, RibbonView } from '../plan/ribbon/RibbonView';
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
  const linesOf = useLinesOf();
  const drawn = (height: number) =>
    ribbonOf(
      { script, timetable, bands: plan.bands, findings: [] },
      { width: PAGE.width, height, zoom: 1, linesOf, before: true },
    );
  // The ribbon is drawn as wide as its words need, then made smaller as a whole.
  const least = drawn(room);
  const byWidth = PAGE.width / least.width;
  const around = headsPx(least) + 2 * EDGE_PX + FOOT_PX;
  const ribbon = drawn(room / byWidth - around);
  const whole = room / (ribbon.height + around);
  const zoom = Math.min(byWidth, whole >= LEAST_ZOOM ? whole : Math.max(LEAST_ZOOM, byWidth * 0.9));
  const leaves = leavesOf(timetable, ribbon, room / zoom - headsPx(least) - FOOT_PX);
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
                  {file.show.title}: the ribbon
                  {leaves.length > 1 && `, ${i + 1} of ${leaves.length}`}
                </Box>
                {/* A picture of the plan: nothing in it can be pressed here. */}
                <Box inert sx={{ zoom, width: ribbon.width }}>
                  <RibbonView ribbon={ribbon} script={script} timetable={timetable} leaf={leaf} />
                </Box>
              </Box>
            ))}
          </Box>
        </Box>
      </ThemeProvider>
    </>
  );
}
