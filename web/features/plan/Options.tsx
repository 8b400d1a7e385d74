import { Box, Button, Typography } from '@mui/material';
import { Option, type Item } from '@hearty/core';
import { FieldOf } from '../../kit/fields';
import { editItem } from '../../session/draft';
import { useLibrary } from '../../session/queries';

/** A choice is between so many demos. */
const [FEWEST, MOST] = [2, 4];

/** What the audience picks from: two to four demos, each with how often it is picked. */
export function Options({ item }: { item: Item }) {
  const demos = useLibrary().data?.demos ?? [];
  const options = item.options ?? [];
  const set = (change: (list: Option[]) => Option[]) =>
    editItem(item.id, (draft) => void (draft.options = change(draft.options ?? [])));
  const setAt = (at: number, change: Partial<Option>) =>
    set((list) => list.map((o, i) => (i === at ? { ...o, ...change } : o)));
  const setVariant = (at: number, id: string | undefined) =>
    set((list) =>
      list.map((o, i) => {
        if (i !== at) return o;
        const { variantId: _was, ...rest } = o;
        return id ? { ...rest, variantId: id } : rest;
      }),
    );
  const free = demos.filter((d) => !options.some((o) => o.demoId === d.id));
  return (
    <Box sx={{ display: 'grid', gap: 2 }} role="group" aria-label="What the audience picks from">
      <Typography variant="h3">What the audience picks from</Typography>
      <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
        Everything is made ready for each; the longest counts for the plan.
      </Typography>
      {options.map((option, i) => {
        const demo = demos.find((d) => d.id === option.demoId);
        return (
          <Box
            key={option.demoId}
            sx={{ borderLeft: 3, borderColor: 'divider', pl: 2, display: 'grid', gap: 2 }}
          >
            <FieldOf
              type={Option}
              name="demoId"
              value={option.demoId}
              options={demos
                .filter((d) => d === demo || free.includes(d))
                .map((d) => ({ value: d.id, label: d.title }))}
              onValue={(demoId) => setAt(i, { demoId })}
            />
            {(demo?.variants?.length ?? 0) > 0 && (
              <FieldOf
                type={Option}
                name="variantId"
                value={option.variantId}
                options={demo!.variants!.map((v) => ({ value: v.id, label: v.title }))}
                onValue={(id) => setVariant(i, id)}
              />
            )}
            <FieldOf
              type={Option}
              name="share"
              value={option.share}
              onValue={(share) => setAt(i, { share })}
            />
            {options.length > FEWEST && (
              <Button
                size="small"
                sx={{ justifySelf: 'start' }}
                onClick={() => set((list) => list.filter((_, at) => at !== i))}
              >
                Remove from the choice
              </Button>
            )}
          </Box>
        );
      })}
      {options.length < MOST && free.length > 0 && (
        <Button
          variant="outlined"
          sx={{ justifySelf: 'start' }}
          onClick={() => set((list) => [...list, { demoId: free[0]!.id, share: 50 }])}
        >
          Add a demo to the choice
        </Button>
      )}
    </Box>
  );
}
