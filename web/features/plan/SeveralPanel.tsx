import { Box, Button, IconButton, Paper, Typography } from '@mui/material';
import { Item, plural } from '@hearty/core';
import { FieldOf } from '../../kit/fields';
import { CloseIcon } from '../../kit/icons';
import { edit } from '../../session/draft';
import { useShow } from '../../session/show';
import { common, movedTogether, takes } from './several';
import { choose, announce } from './view';

type Field = 'presenterId' | 'showings' | 'retries' | 'markId';

/** Several items, changed together: one press sets a field of all of them, and one undo takes it back. */
export function SeveralPanel({ items }: { items: readonly Item[] }) {
  const { file, script } = useShow();
  const ids = items.map((i) => i.id);
  const people = file.crew
    .filter((p) => file.show.crew.some((c) => c.personId === p.id))
    .map((p) => ({ value: p.id, label: p.name }));
  const those = (field: Field) => items.filter((item) => takes(item, field));
  const set = (fields: Partial<Item>) =>
    edit((draft) => {
      for (const item of draft.items)
        if (ids.includes(item.id) && Object.keys(fields).every((f) => takes(item, f as Field)))
          Object.assign(item, fields);
    });
  // Marks are offered where every chosen demo may stand on them.
  const kinds = new Set(those('markId').map((item) => script.byItem.get(item.id)?.demo?.mark));
  const marks = kinds.size === 1 ? file.venue.marks.filter((m) => kinds.has(m.kind)) : [];
  const move = (by: -1 | 1) => {
    edit((draft) => void (draft.items = movedTogether(draft.items, ids, by)));
    announce(`${plural(ids.length, 'item')} moved ${by === -1 ? 'up' : 'down'}.`);
  };
  const remove = () => {
    edit((draft) => void (draft.items = draft.items.filter((item) => !ids.includes(item.id))));
    choose([]);
  };
  /** Says to how many of the chosen items a field applies, where that is not all of them. */
  const applies = (field: Field) => {
    const count = those(field).length;
    return count < items.length ? `Applies to ${count} of ${items.length}.` : undefined;
  };
  return (
    <Paper
      component="section"
      variant="outlined"
      aria-label="Selected items"
      sx={{ p: 3, mb: 4, borderColor: 'primary.main', '@media print': { display: 'none' } }}
    >
      <Box sx={{ display: 'flex', alignItems: 'center', mb: 2 }}>
        <Typography variant="h3" component="h2" sx={{ flex: 1 }}>
          {plural(items.length, 'item')} selected
        </Typography>
        <IconButton aria-label="Clear the selection" onClick={() => choose([])}>
          <CloseIcon fontSize="small" />
        </IconButton>
      </Box>
      <Box sx={{ display: 'grid', gap: 3 }}>
        <FieldOf
          type={Item}
          name="presenterId"
          value={common(items, 'presenterId')}
          {...(items.some((i) => i.presenterId !== items[0]?.presenterId) && { empty: 'differs' })}
          onValue={(presenterId) => set({ presenterId })}
          options={people}
        />
        {(['showings', 'retries'] as const).map(
          (name) =>
            those(name).length > 0 && (
              <div key={name}>
                <FieldOf
                  type={Item}
                  name={name}
                  value={common(those(name), name)}
                  onValue={(value) => value !== undefined && set({ [name]: value })}
                />
                {applies(name) && (
                  <Typography variant="body2" color="textSecondary">
                    {applies(name)}
                  </Typography>
                )}
              </div>
            ),
        )}
        {marks.length > 1 && (
          <FieldOf
            type={Item}
            name="markId"
            value={common(those('markId'), 'markId')}
            empty="the first that fits"
            onValue={(markId) => set({ markId })}
            options={marks.map((m) => ({ value: m.id, label: m.name }))}
          />
        )}
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          <Button onClick={() => move(-1)}>Move up</Button>
          <Button onClick={() => move(1)}>Move down</Button>
          <Button color="error" onClick={remove}>
            Remove {items.length}
          </Button>
        </Box>
        <Typography color="textSecondary" variant="body2">
          Ctrl or ⌘ with a click adds an item or takes it out again; Shift with ↑ or ↓ selects further.
        </Typography>
      </Box>
    </Paper>
  );
}
