import { clockOf, formatFigure, roomStory, SAFETY_CODES, unmeasured, type RoomMoment } from '@hearty/core';
import { Box, Button, Link as TextLink, Typography } from '@mui/material';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { Slide } from '../../kit/Slide';
import { useShow } from '../../session/show';
import { FindingNote } from '../plan/Findings';
import { RoomPlan, type Circle } from '../venues/RoomPlan';
import { AirChart } from './AirChart';
import { MomentsTable } from './MomentsTable';
import { useMoveMark } from './useMoveMark';

/** Whether the show fits its room: who and what stands where, what is kept clear, the air and the noise. */
export function RoomTab() {
  const { file, script, plan } = useShow();
  const { venue } = file;
  const story = useMemo(() => roomStory(script, plan.timetable, plan.needs), [script, plan]);
  const { moments } = story;
  const clock = clockOf(
    script,
    moments.map((m) => m.fromS),
  );
  const [atS, setAtS] = useState<number>();
  const found = plan.findings.filter((f) => SAFETY_CODES.has(f.code));
  const worst = [...found].sort((a, b) => LEVELS.indexOf(a.level) - LEVELS.indexOf(b.level));
  // It opens at the first moment that something is wrong with.
  const opensAtS = moments.find((m) => m.itemId === worst[0]?.itemId)?.fromS ?? moments[0]?.fromS ?? 0;
  const now = atS ?? opensAtS;
  const moment = momentAt(moments, now);
  const moveMark = useMoveMark(venue.id);
  const open = new Set(moments.flatMap((m) => m.markId ?? []));
  const missing = unmeasured(venue);
  const nameOf = (id: string) => script.people.get(id)?.name ?? id;
  return (
    <>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center', mb: 2 }}>
        <Typography role="status" sx={{ flex: 1, minWidth: 240, overflowWrap: 'anywhere' }}>
          {moment ? (
            <>
              At {clock(now)} on stage: <b>{moment.title}</b>
              {moment.personIds.length > 0 && `, ${moment.personIds.map(nameOf).join(' and ')}`}
              {moment.volunteers > 0 &&
                ` and ${moment.volunteers === 1 ? 'one volunteer' : `${moment.volunteers} volunteers`}`}
              .
            </>
          ) : (
            'Nothing is on yet: add a demo to the plan.'
          )}
        </Typography>
        <Button component={Link} to="risk">
          Risk assessment draft
        </Button>
        <Button component={Link} to="venue-sheet">
          Sheet for the venue
        </Button>
      </Box>
      <Box
        sx={{
          display: 'grid',
          gap: 6,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 380px' },
          alignItems: 'start',
        }}
      >
        <Box component="section" aria-label="The room from above">
          <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
            {roomWords(venue)}
            {missing.length > 0 && ` · not known: ${missing.join(', ')}. `}
            {missing.length > 0 && (
              <TextLink component={Link} to="/venues" color="inherit">
                Add it under Venues
              </TextLink>
            )}
          </Typography>
          {venue.marks.length === 0 && venue.widthM === undefined && (
            <Typography sx={{ my: 4 }}>
              Nothing to draw yet: add the marks and measurements of this venue first.
            </Typography>
          )}
          <RoomPlan
            venue={venue}
            circles={moment ? circlesOf(moment) : []}
            open={open}
            height={400}
            {...(moveMark && { onMove: moveMark })}
          />
          {moments.length > 0 && (
            <Box sx={{ px: 2 }}>
              <Slide
                label="Moment of the show"
                value={now}
                min={Math.min(0, moments[0]!.fromS)}
                max={Math.max(plan.timetable.endS, 1)}
                onSlide={(value) => setAtS(value)}
                say={(value) => `${clock(value)}, ${momentAt(moments, value)?.title ?? ''}`}
              />
              <Typography sx={{ textAlign: 'center', fontWeight: 700, overflowWrap: 'anywhere' }}>
                {clock(now)} · {moment?.title}
              </Typography>
            </Box>
          )}
        </Box>
        <Box component="section" aria-label="Room and safety">
          <Box component="ul" aria-label="Findings" sx={{ m: 0, p: 0, listStyle: 'none' }}>
            {worst.map((finding) => (
              <FindingNote
                key={`${finding.code} ${finding.itemId ?? ''} ${finding.message}`}
                finding={finding}
                {...(finding.itemId !== undefined && {
                  onOpen: () => setAtS(moments.find((m) => m.itemId === finding.itemId)?.fromS),
                })}
              />
            ))}
            {worst.length === 0 && (
              <Typography component="li" color="textSecondary" sx={{ mb: 3 }}>
                No problems found.
              </Typography>
            )}
          </Box>
          <AirChart story={story} atS={now} clock={clock} />
          {story.loudest?.loud && (
            <Typography sx={{ mt: 2 }}>
              Loudest: {Math.ceil(story.loudest.loud.frontRowDB)} dB(C) in the front row at{' '}
              {clock(story.loudest.fromS)}, {story.loudest.title}.
            </Typography>
          )}
          <Typography color="textSecondary" sx={{ fontSize: 'small', mt: 4 }}>
            {COMES_FIRST}
          </Typography>
        </Box>
      </Box>
      {moments.length > 0 && <MomentsTable story={story} clock={clock} />}
    </>
  );
}

const LEVELS = ['stop', 'caution', 'note'];

export const COMES_FIRST =
  'Local codes, the venue’s rules, the supplier’s safety data sheet and trained people come first. Where they differ from this page, they are right.';

/** The item that is on at a moment, else the one before it. */
const momentAt = (moments: readonly RoomMoment[], atS: number): RoomMoment | undefined =>
  moments.findLast((m) => m.fromS <= atS) ?? moments[0];

const circlesOf = ({ itemId, markId, circles }: RoomMoment): Circle[] =>
  markId === undefined
    ? []
    : circles.map(({ what, radiusM, isBroken }) => ({
        key: `${itemId} ${what}`,
        ...{ markId, radiusM, isBroken },
        label: `${what === 'clear' ? 'keep clear:' : 'audience: at least'} ${formatFigure(Math.round(10 * radiusM) / 10)} m`,
      }));

const roomWords = ({
  name,
  widthM,
  depthM,
  ceilingM,
  indoors,
}: ReturnType<typeof useShow>['file']['venue']) =>
  [
    name,
    widthM && depthM && `${widthM} × ${depthM} m`,
    ceilingM && `ceiling ${ceilingM} m`,
    !indoors && 'outdoors',
  ]
    .filter(Boolean)
    .join(' · ');
