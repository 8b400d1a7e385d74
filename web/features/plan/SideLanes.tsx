import { Box, Tooltip } from '@mui/material';
import {
  formatClock,
  STATIONS,
  type Script,
  type ScriptItem,
  type ShowFile,
  type Timetable,
} from '@hearty/core';
import type { Scale } from './scale';

/** Along the edge: how strong each item is, and a tick for each time the audience takes part. */
export function EdgeLane({
  script,
  timetable,
  scale,
}: {
  script: Script;
  timetable: Timetable;
  scale: Scale;
}) {
  return (
    <Box aria-hidden sx={{ position: 'relative' }}>
      {timetable.items.map((planned) => {
        const scripted = script.byItem.get(planned.itemId);
        const demo = scripted?.demo;
        const top = scale.y(planned.startS);
        const height = Math.max(3, scale.y(planned.endS) - top - 2);
        const parts = Math.min(6, takesPart(scripted));
        return (
          <Tooltip
            key={planned.itemId}
            placement="left"
            title={`${demo ? `Intensity ${demo.intensity} of 5` : 'Talk'}; the audience takes part ${parts === 0 ? 'not at all' : `${parts} ${parts === 1 ? 'time' : 'times'}`}`}
          >
            <Box sx={{ position: 'absolute', top, height, left: 0, right: 0 }}>
              {demo && (
                <Box
                  sx={{
                    position: 'absolute',
                    right: 6,
                    top: 0,
                    bottom: 0,
                    width: 2 + demo.intensity * 2.4,
                    bgcolor: 'primary.main',
                    opacity: 0.28 + demo.intensity * 0.12,
                    borderRadius: '3px 0 0 3px',
                  }}
                />
              )}
              {Array.from({ length: parts }, (_, i) => (
                <Box
                  key={i}
                  sx={{
                    position: 'absolute',
                    right: 0,
                    top: `${((i + 0.5) / parts) * 100}%`,
                    width: 4,
                    borderTop: 2,
                    borderColor: 'secondary.main',
                  }}
                />
              ))}
            </Box>
          </Tooltip>
        );
      })}
    </Box>
  );
}

const takesPart = ({ item, demo }: Partial<ScriptItem> = {}) =>
  (demo?.steps.filter((s) => s.kind === 'ask' || s.kind === 'shout').length ?? 0) +
  (demo?.volunteers ?? 0) +
  (item?.kind === 'volunteer pick' ? 1 : 0);

/** The stations a show uses, each with what is on it: plays, things that stand ready there, and resets. */
export function stationsOf(file: ShowFile): (typeof STATIONS)[number][] {
  return STATIONS.filter((s) =>
    file.demos.some((d) => d.station === s || d.prep.some((t) => t.station === s)),
  );
}

export function StationLane({
  station,
  script,
  timetable,
  scale,
  up,
}: {
  station: string;
  script: Script;
  timetable: Timetable;
  scale: Scale;
  up: number;
}) {
  const spans = script.items.flatMap(({ item, demo }, i) => {
    const planned = timetable.items[i];
    if (!demo || !planned) return [];
    const reset = timetable.resets.find((r) => r.itemId === item.id);
    const standing = timetable.tasks
      .filter((t) => t.itemId === item.id && t.station === station)
      .map((t) => ({ kind: 'stands ready', title: t.title, fromS: t.startS, toS: planned.startS }));
    if (demo.station !== station) return standing;
    return [
      ...standing,
      { kind: 'plays', title: item.title, fromS: planned.startS, toS: planned.endS },
      ...(reset ? [{ kind: 'is reset', title: reset.title, fromS: reset.startS, toS: reset.endS }] : []),
    ];
  });
  return (
    <Box
      component="ul"
      aria-label={`What is on the ${station}`}
      sx={{ position: 'relative', m: 0, p: 0, listStyle: 'none' }}
    >
      {spans.map((span) => (
        <Tooltip
          key={span.kind + span.title + span.fromS}
          title={`${formatClock(up + span.fromS)}–${formatClock(up + span.toS)} ${span.title} ${span.kind}`}
        >
          <Box
            component="li"
            sx={{
              position: 'absolute',
              left: 0,
              right: 0,
              top: scale.y(span.fromS),
              height: Math.max(3, scale.y(span.toS) - scale.y(span.fromS) - 1),
              border: '1px solid',
              borderStyle: span.kind === 'plays' ? 'solid' : 'dashed',
              borderColor: 'divider',
              bgcolor: (t) => (span.kind === 'plays' ? t.ink.wash : 'transparent'),
              borderRadius: 1,
              overflow: 'hidden',
              fontSize: 11,
              lineHeight: 1.3,
              px: 0.5,
              whiteSpace: 'nowrap',
              textOverflow: 'ellipsis',
            }}
          >
            {span.title}
          </Box>
        </Tooltip>
      ))}
    </Box>
  );
}
