import { Box } from '@mui/material';
import {
  standingsOf,
  standsOn,
  type Script,
  type ScriptItem,
  type PlacedMark,
  type Timetable,
} from '@hearty/core';
import { memo } from 'react';
import { equalAsJson } from './equalAsJson';
import type { Scale } from './scale';
import { inSight, type Sight } from './sight';

/** Along the edge: how strong each item is, and a tick for each time the audience takes part. */
export function EdgeLane({
  script,
  timetable,
  scale,
  sight,
}: {
  script: Script;
  timetable: Timetable;
  scale: Scale;
  sight: Sight | undefined;
}) {
  return (
    <Box aria-hidden sx={{ position: 'relative' }}>
      {timetable.items.map((planned) => {
        const top = scale.y(planned.startS);
        if (!inSight(sight, top, scale.y(planned.endS))) return null;
        const scripted = script.byItem.get(planned.itemId);
        return (
          <Strength
            key={planned.itemId}
            top={top}
            height={Math.max(3, scale.y(planned.endS) - top - 2)}
            intensity={scripted?.demo?.intensity ?? 0}
            parts={Math.min(6, takesPart(scripted))}
          />
        );
      })}
    </Box>
  );
}

/** How strong one item is (0: talk), and how often the audience takes part. */
const Strength = memo(function Strength({
  top,
  height,
  intensity,
  parts,
}: {
  top: number;
  height: number;
  intensity: number;
  parts: number;
}) {
  const takes = parts === 0 ? 'not at all' : `${parts} ${parts === 1 ? 'time' : 'times'}`;
  return (
    <Box
      sx={{ position: 'absolute', left: 0, right: 0 }}
      style={{ top, height }}
      data-hint={`${intensity ? `Intensity ${intensity} of 5` : 'Talk'}; the audience takes part ${takes}`}
    >
      {intensity > 0 && (
        <Box sx={strengthSx} style={{ width: 2 + intensity * 2.4, opacity: 0.28 + intensity * 0.12 }} />
      )}
      {Array.from({ length: parts }, (_, i) => (
        <Box key={i} sx={partSx} style={{ top: `${((i + 0.5) / parts) * 100}%` }} />
      ))}
    </Box>
  );
}, equalAsJson);

const strengthSx = {
  position: 'absolute',
  right: 6,
  top: 0,
  bottom: 0,
  bgcolor: 'primary.main',
  borderRadius: '3px 0 0 3px',
} as const;
const partSx = {
  position: 'absolute',
  right: 0,
  width: 4,
  borderTop: 2,
  borderColor: 'secondary.main',
} as const;

const takesPart = ({ item, demo }: Partial<ScriptItem> = {}) =>
  (demo?.steps.filter((s) => s.kind === 'ask' || s.kind === 'shout').length ?? 0) +
  (demo?.volunteers ?? 0) +
  (item?.kind === 'volunteer pick' ? 1 : 0);

/** The marks a show uses, each with what is on it: plays, things that stand ready there, and resets. */
export function marksOf({ marks, items }: Script, { tasks }: Timetable): PlacedMark[] {
  const used = new Set([
    ...items.flatMap((item) => standingsOf(item).map(({ mark }) => mark.id)),
    ...tasks.map((t) => t.markId),
  ]);
  return marks.all.filter((mark) => used.has(mark.id));
}

export function MarkLane({
  mark,
  script,
  timetable,
  scale,
  clock,
  sight,
}: {
  mark: PlacedMark;
  script: Script;
  timetable: Timetable;
  scale: Scale;
  clock: (s: number) => string;
  sight: Sight | undefined;
}) {
  const all = script.items.flatMap((scripted, i) => {
    const { item, demo } = scripted;
    const planned = timetable.items[i];
    if (!demo || !planned) return [];
    const resets = timetable.resets.filter((r) => r.itemId === item.id && r.markId === mark.id);
    const standing = timetable.tasks
      .filter((t) => t.itemId === item.id && t.markId === mark.id)
      .map((t) => ({ kind: 'stands ready', title: t.title, fromS: t.startS, toS: planned.startS }));
    if (!standsOn(scripted, mark.id)) return standing;
    return [
      ...standing,
      { kind: 'plays', title: item.title, fromS: planned.startS, toS: planned.endS },
      ...resets.map((r) => ({ kind: 'is reset', title: r.title, fromS: r.startS, toS: r.endS })),
    ];
  });
  const spans = all.filter(({ fromS, toS }) => inSight(sight, scale.y(fromS), scale.y(toS)));
  return (
    <Box
      component="ul"
      aria-label={`What is on the ${mark.name}`}
      sx={{ position: 'relative', m: 0, p: 0, listStyle: 'none' }}
    >
      {spans.map((span) => (
        <Box
          component="li"
          key={span.kind + span.title + span.fromS}
          style={{
            top: scale.y(span.fromS),
            height: Math.max(3, scale.y(span.toS) - scale.y(span.fromS) - 1),
          }}
          data-hint={`${clock(span.fromS)}–${clock(span.toS)} ${span.title} ${span.kind}`}
          sx={{
            position: 'absolute',
            left: 0,
            right: 0,
            border: '1px solid',
            borderStyle: span.kind === 'plays' ? 'solid' : 'dashed',
            borderColor: 'divider',
            bgcolor: (t) => (span.kind === 'plays' ? t.ink.wash : 'transparent'),
            borderRadius: 1,
            overflow: 'hidden',
            fontSize: 'small',
            lineHeight: 1.3,
            px: 0.5,
            overflowWrap: 'anywhere',
          }}
        >
          {span.title}
        </Box>
      ))}
    </Box>
  );
}
