import { Box, IconButton, Tooltip, Typography } from '@mui/material';
import { clockOf, formatDuration, Item, TaskChoice, type Change, type PlannedTask } from '@hearty/core';
import { FieldOf } from '../../kit/fields';
import { useShow } from '../../session/show';
import { commitChange } from './view';
import { LockIcon, UnlockIcon } from '../../kit/icons';

/** The work behind an item: when each task is done, how long it can wait, by whom, and where it is begun. */
export function PrepTasks({ item }: { item: Item }) {
  const { file, plan } = useShow();
  const { timetable } = plan;
  const tasks = timetable.tasks.filter((t) => t.itemId === item.id);
  const reset = timetable.resets.find((r) => r.itemId === item.id);
  const waits = timetable.items.find((i) => i.itemId === item.id)?.waitsFor;
  if (!tasks.length && !reset && !waits) return null;
  const name = (id: string) => file.crew.find((p) => p.id === id)?.name ?? id;
  return (
    <Box sx={{ display: 'grid', gap: 2.5 }}>
      <Typography variant="h3">The work behind the scenes</Typography>
      {waits && (
        <Typography color="error" sx={{ fontSize: 'small' }}>
          It waits: {waits.message}.
        </Typography>
      )}
      {tasks.map((task) => (
        <Task key={task.id} task={task} item={item} name={name} />
      ))}
      {reset && (
        <FieldOf
          type={Item}
          name="resetBy"
          label={`Reset: ${reset.title}`}
          empty={`anyone free${!item.resetBy && reset.personId ? ` (${name(reset.personId)})` : ''}`}
          value={item.resetBy}
          onValue={(resetBy) => commitChange({ kind: 'set-item', itemId: item.id, fields: { resetBy } })}
          options={file.show.crew.map((p) => ({ value: p.personId, label: name(p.personId) }))}
        />
      )}
    </Box>
  );
}

function Task({ task, item, name }: { task: PlannedTask; item: Item; name: (id: string) => string }) {
  const { file, script } = useShow();
  const clock = clockOf(script);
  const choice = item.tasks?.find((t) => t.taskId === task.taskId);
  const earlier = file.show.items.slice(
    0,
    file.show.items.findIndex((i) => i.id === item.id),
  );
  const set = (fields: {
    personId?: string | undefined;
    startS?: number | undefined;
    inItemId?: string | undefined;
    afterStepId?: string | undefined;
    early?: boolean | undefined;
  }) => commitChange({ kind: 'set-task', itemId: item.id, taskId: task.taskId, choice: fields } as Change);
  const steps = script.byItem.get(choice?.inItemId ?? '')?.demo?.steps ?? [];
  const source = script.byItem.get(item.id)?.demo?.prep.find((t) => t.id === task.taskId);
  // What goes stale, or keeps a vessel or a mark, is done just in time unless somebody says otherwise.
  const late = source && (source.staleAfterS !== undefined || source.mark || source.holds?.length);
  const lock = task.locked ? 'Unlock its time' : `Lock it at ${clock(task.startS)}`;
  // Who could do it were nobody chosen: the choice itself must not hide the others.
  const may = choice?.personId === undefined ? task.mayDo : file.show.crew.map((c) => c.personId);
  return (
    <Box sx={{ borderLeft: 3, borderColor: 'divider', pl: 2 }}>
      <Box sx={{ display: 'flex', alignItems: 'center' }}>
        <Typography sx={{ flex: 1, fontSize: 'text', fontWeight: 600, overflowWrap: 'anywhere' }}>
          {task.title}
        </Typography>
        {task.hostItemId === undefined && (
          <Tooltip title={lock}>
            <IconButton
              aria-label={`${lock}: ${task.title}`}
              onClick={() => set({ startS: task.locked ? undefined : task.startS })}
            >
              {task.locked ? <LockIcon fontSize="small" /> : <UnlockIcon fontSize="small" />}
            </IconButton>
          </Tooltip>
        )}
      </Box>
      <Typography color="secondary" sx={{ fontSize: 'small', mb: 1.5 }}>
        {clock(task.startS)}, {formatDuration(task.handsOffS - task.startS)}; can wait until{' '}
        {clock(task.latestS)}
        {task.staleS !== undefined && `; fresh until ${clock(task.staleS)}`}
      </Typography>
      <Box sx={{ display: 'grid', gap: 2.5 }}>
        <FieldOf
          type={TaskChoice}
          name="personId"
          empty={task.personId ? `whoever is free (${name(task.personId)})` : 'nobody can'}
          disabled={task.hostItemId !== undefined}
          value={choice?.personId}
          onValue={(personId) => set({ personId })}
          options={may.map((id) => ({ value: id, label: name(id) }))}
        />
        <FieldOf
          type={TaskChoice}
          name="inItemId"
          value={choice?.inItemId}
          onValue={(inItemId) => set({ inItemId, afterStepId: undefined })}
          options={earlier.map((i) => ({ value: i.id, label: `on stage in ${i.title}` }))}
        />
        {steps.length > 0 && (
          <FieldOf
            type={TaskChoice}
            name="afterStepId"
            value={choice?.afterStepId}
            onValue={(afterStepId) => set({ afterStepId })}
            options={steps.map((s) => ({ value: s.id, label: s.text }))}
          />
        )}
        {task.hostItemId === undefined && !task.locked && (late || choice?.early) && (
          <FieldOf
            type={TaskChoice}
            name="early"
            value={choice?.early}
            onValue={(early) => set({ early: early || undefined })}
          />
        )}
      </Box>
    </Box>
  );
}
