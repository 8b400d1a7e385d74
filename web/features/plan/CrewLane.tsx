import { Box, Tooltip } from '@mui/material';
import { formatClock, formatDuration, type Person, type Timetable } from '@hearty/core';
import { spread, type Scale } from './scale';

interface Block {
  kind: 'on stage' | 'helps' | 'task' | 'reset';
  title: string;
  startS: number;
  endS: number;
}

/** The least height in which a block's words can be read. */
const LABEL_PX = 19;

/** What one person does and when: on stage, preparing, resetting. */
export function CrewLane({
  person,
  timetable,
  scale,
  up,
}: {
  person: Person;
  timetable: Timetable;
  scale: Scale;
  up: number;
}) {
  const blocks = blocksOf(person.id, timetable);
  const stage = blocks.filter((b) => b.kind === 'on stage' || b.kind === 'helps');
  const work = blocks.filter((b) => b.kind === 'task' || b.kind === 'reset');
  const heights = work.map((b) => Math.max(LABEL_PX, scale.y(b.endS) - scale.y(b.startS) - 1));
  const tops = spread(
    work.map((b) => scale.y(b.startS)),
    heights,
    1,
  );
  return (
    <Box
      component="ul"
      aria-label={`What ${person.name} does`}
      sx={{ position: 'relative', m: 0, p: 0, listStyle: 'none' }}
    >
      {stage.map((b) => (
        <Box
          key={b.startS}
          component="li"
          sx={{
            ...blockSx,
            top: scale.y(b.startS),
            height: scale.y(b.endS) - scale.y(b.startS) - 3,
            bgcolor: (t) => t.ink.wash,
            color: 'text.secondary',
          }}
        >
          {b.kind}
        </Box>
      ))}
      {work.map((b, i) => (
        <Tooltip
          key={b.title + b.startS}
          title={`${formatClock(up + b.startS, true)} ${b.title}, ${formatDuration(b.endS - b.startS)}`}
        >
          <Box
            component="li"
            sx={{
              ...blockSx,
              ...(heights[i]! < 34 && { whiteSpace: 'nowrap', textOverflow: 'ellipsis' }),
              top: tops[i],
              height: heights[i],
              zIndex: 2,
              bgcolor: 'background.paper',
              border: '1px solid',
              borderColor: b.kind === 'task' ? 'primary.main' : 'divider',
              ...(b.kind === 'reset' && {
                backgroundImage: (t) =>
                  `repeating-linear-gradient(135deg, transparent 0 8px, ${t.ink.rule}66 8px 14px)`,
              }),
            }}
          >
            {b.title}
          </Box>
        </Tooltip>
      ))}
    </Box>
  );
}

const blockSx = {
  position: 'absolute',
  left: 0,
  right: 0,
  px: 1,
  overflow: 'hidden',
  borderRadius: 1,
  fontSize: 12,
  lineHeight: 1.35,
} as const;

function blocksOf(personId: string, { items, tasks, resets }: Timetable): Block[] {
  const on = items.flatMap((i): Block[] => {
    if (i.presenterId === personId)
      return [{ kind: 'on stage', title: i.title, startS: i.startS, endS: i.endS }];
    return i.helperIds.includes(personId)
      ? [{ kind: 'helps', title: i.title, startS: i.startS, endS: i.endS }]
      : [];
  });
  const work = [
    ...tasks
      .filter((t) => t.personId === personId)
      .map((t): Block => ({ kind: 'task', title: t.title, startS: t.startS, endS: t.handsOffS })),
    ...resets
      .filter((r) => r.personId === personId)
      .map((r): Block => ({ kind: 'reset', title: r.title, startS: r.startS, endS: r.endS })),
  ].sort((a, b) => a.startS - b.startS);
  return [...joined(on), ...work];
}

/** On stage without a break is one block. */
function joined(blocks: Block[]): Block[] {
  const out: Block[] = [];
  for (const block of blocks) {
    const last = out.at(-1);
    if (last && last.kind === block.kind && last.endS === block.startS) last.endS = block.endS;
    else out.push({ ...block });
  }
  return out;
}
