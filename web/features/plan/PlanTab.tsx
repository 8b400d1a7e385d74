import { Box } from '@mui/material';
import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { edit, useDraft } from '../shows/draft';
import { useShow } from '../shows/ShowFrame';
import { AddItem } from './AddItem';
import { Headline } from './Headline';
import { ItemPanel } from './ItemPanel';
import { Margin } from './Margin';
import { scaleOf } from './scale';
import { Score } from './Score';

/** Height the score fills on a laptop before it scrolls. */
const ROOM_PX = 640;
const COLUMNS = 'minmax(0, 1fr) 290px';

/** The score of the show, with what has to be said about it in the margin. */
export function PlanTab() {
  const { file, plan, fresh } = useShow();
  const [selected, setSelected] = useState<string>();
  const scale = scaleOf(plan.timetable, ROOM_PX);
  const item = useDraft((s) => s.show?.items.find((i) => i.id === selected));
  const step = (by: number) => item && moveItem(item.id, by);
  useHotkeys('alt+up', () => step(-1), { preventDefault: true, ignoreEventWhen: choosing }, [item]);
  useHotkeys('alt+down', () => step(1), { preventDefault: true, ignoreEventWhen: choosing }, [item]);
  useHotkeys('delete', () => item && removeItem(item.id), { ignoreEventWhen: choosing }, [item]);
  useHotkeys('escape', () => setSelected(undefined));
  return (
    <>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', lg: COLUMNS },
          gap: 5,
          alignItems: 'center',
          mb: 2,
        }}
      >
        <Headline plan={plan} file={file} fresh={fresh} />
        <AddItem onAdded={setSelected} />
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', lg: COLUMNS }, gap: 5 }}>
        <Score file={file} plan={plan} scale={scale} selected={selected} onSelect={setSelected} />
        <Box>
          {item && <ItemPanel key={item.id} item={item} onClose={() => setSelected(undefined)} />}
          <Margin findings={plan.findings} scale={item ? undefined : scale} onSelect={setSelected} />
        </Box>
      </Box>
    </>
  );
}

/** A key pressed in a list of choices or a dialog is meant for it. */
const choosing = (e: KeyboardEvent) =>
  (e.target as HTMLElement).closest('[role=combobox], [role=listbox], [role=dialog]') !== null;

/** Moves an item some places up or down. */
function moveItem(itemId: string, by: number): void {
  edit((show) => {
    const from = show.items.findIndex((i) => i.id === itemId);
    const to = Math.max(0, Math.min(show.items.length - 1, from + by));
    const items = [...show.items];
    items.splice(to, 0, ...items.splice(from, 1));
    return { ...show, items };
  });
}

function removeItem(itemId: string): void {
  edit((show) => ({ ...show, items: show.items.filter((i) => i.id !== itemId) }));
}
