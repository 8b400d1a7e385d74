import { Box, ButtonBase, IconButton, Typography } from '@mui/material';
import { clockOf, formatDuration, type Plan, type ShowFile } from '@hearty/core';
import { LevelMark } from '../../kit/LevelMark';
import { useShow } from '../../session/show';
import { commitChange, pressed, announce, usePlanView } from './view';
import { DownIcon, UpIcon } from '../../kit/icons';

/** The running order as a plain list: for small screens, and for those who read with their ears. */
export function ListView({ file, plan }: { file: ShowFile; plan: Plan }) {
  const selected = usePlanView((s) => s.selected);
  const several = usePlanView((s) => s.several);
  const { timetable } = plan;
  const { script } = useShow();
  const clock = clockOf(
    script,
    timetable.items.map((i) => i.startS),
  );
  const name = (id: string | undefined) => file.crew.find((p) => p.id === id)?.name ?? 'nobody';
  const count = timetable.items.length;
  return (
    <Box>
      <Box component="ol" aria-label="Running order" sx={{ m: 0, p: 0, listStyle: 'none' }}>
        {timetable.items.map((item, i) => {
          const levels = plan.findings.filter((f) => f.itemId === item.itemId && f.level !== 'note');
          const tasks = timetable.tasks.filter((t) => t.itemId === item.itemId);
          const isChosen = selected === item.itemId || several.includes(item.itemId);
          const move = (by: 1 | -1) => {
            commitChange({ kind: 'move-item', itemId: item.itemId, toIndex: i + by });
            announce(`${item.title} is at place ${i + 1 + by} of ${count}.`);
          };
          return (
            <Box
              component="li"
              key={item.itemId}
              sx={{
                display: 'grid',
                gridTemplateColumns: 'minmax(56px, max-content) minmax(0, 1fr) auto',
                columnGap: 2,
                py: 1.5,
                borderTop: 1,
                borderColor: 'divider',
                bgcolor: isChosen ? (t) => t.ink.wash : undefined,
              }}
            >
              <Typography sx={{ fontWeight: 700, pt: 0.5, whiteSpace: 'nowrap' }}>
                {clock(item.startS)}
              </Typography>
              <Box>
                {item.waitS > 0 && (
                  <Typography sx={{ fontSize: 'small', color: 'error.main' }}>
                    {formatDuration(item.waitS)} of dead air before it
                  </Typography>
                )}
                <ButtonBase
                  onClick={(e) => pressed(item.itemId, e)}
                  aria-current={isChosen ? 'true' : undefined}
                  sx={{
                    textAlign: 'left',
                    fontFamily: 'inherit',
                    fontSize: 'text',
                    fontWeight: 700,
                    minHeight: 32,
                    overflowWrap: 'anywhere',
                  }}
                >
                  {numberWords(script.byItem.get(item.itemId)?.number)}
                  {item.title}
                </ButtonBase>
                <Typography color="textSecondary" sx={{ fontSize: 'text' }}>
                  {formatDuration(item.endS - item.startS)} · {name(item.presenterId)}
                  {item.helperIds.length > 0 && ` with ${item.helperIds.map(name).join(', ')}`}
                </Typography>
                {tasks.map((t) => (
                  <Typography key={t.id} color="textSecondary" sx={{ fontSize: 'small' }}>
                    {clock(t.startS)} {t.title} ({name(t.personId)}), can wait until {clock(t.latestS)}
                  </Typography>
                ))}
                {levels.map((f) => (
                  <Typography key={f.code + f.message} sx={{ fontSize: 'small' }}>
                    <LevelMark level={f.level} /> {f.message}
                  </Typography>
                ))}
              </Box>
              <Box>
                <IconButton
                  aria-label={`Move ${item.title} up`}
                  disabled={i === 0}
                  onClick={() => move(-1)}
                  sx={{ width: 44, height: 44 }}
                >
                  <UpIcon fontSize="small" />
                </IconButton>
                <IconButton
                  aria-label={`Move ${item.title} down`}
                  disabled={i === count - 1}
                  onClick={() => move(1)}
                  sx={{ width: 44, height: 44 }}
                >
                  <DownIcon fontSize="small" />
                </IconButton>
              </Box>
            </Box>
          );
        })}
        {count === 0 && <Typography color="textSecondary">Nothing yet. Add a demo above.</Typography>}
      </Box>
      {count > 0 && (
        <Typography sx={{ borderTop: 2, pt: 1.5, fontWeight: 700 }}>
          {clock(timetable.endS)} ends · slot until {clock(timetable.slotEndS)}
        </Typography>
      )}
    </Box>
  );
}

/** Before the title of a demo: its number in the running order. */
const numberWords = (number: number | undefined) => (number === undefined ? '' : `${number} · `);
