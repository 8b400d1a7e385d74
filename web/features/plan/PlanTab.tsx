import { Box, Collapse, useMediaQuery } from '@mui/material';
import { useTheme } from '@mui/material/styles';
import { applyChange, assemble, clockToS, type ShowFile } from '@hearty/core';
import { useMemo } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { newId, useLibrary } from '../../session/queries';
import { useWhatIf } from '../../workers/planner';
import { useDraft } from '../../session/draft';
import { useShow } from '../../session/show';
import { AddItem } from './AddItem';
import { DragBoard } from './DragBoard';
import { Headline } from './Headline';
import { ItemPanel } from './ItemPanel';
import { LibraryStrip } from './LibraryStrip';
import { ListView } from './ListView';
import { Margin } from './Margin';
import { scaleOf } from './scale';
import { Score } from './Score';
import { Toolbar } from './Toolbar';
import { make, select, tell, usePlanView, zoomBy } from './view';

/** Height the score fills on a laptop before it scrolls. */
const ROOM_PX = 640;
const COLUMNS = 'minmax(0, 1fr) 290px';

/** The score of the show, with what has to be said about it in the margin; or the same as a list. */
export function PlanTab() {
  const { file, plan, fresh, progress } = useShow();
  const { selected, thought, moving, zoom, stations, view, told } = usePlanView();
  const narrow = useMediaQuery(useTheme().breakpoints.down('md'));
  const shownView = view ?? (narrow ? 'list' : 'score');
  const thoughtFile = useThought(file);
  const whatIf = useWhatIf(thoughtFile);
  const scale = scaleOf(plan.timetable, ROOM_PX, zoom);
  const drawn = moving && thoughtFile && whatIf ? { file: thoughtFile, plan: whatIf } : { file, plan };
  const item = useDraft((s) => s.show?.items.find((i) => i.id === selected));
  usePlanKeys(item?.id, file);
  const up = clockToS(file.show.curtainUp);
  return (
    <DragBoard file={file} timetable={plan.timetable} scale={scale} up={up}>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', lg: COLUMNS },
          gap: 5,
          rowGap: 2,
          alignItems: 'center',
          mb: 2,
        }}
      >
        <Headline
          plan={plan}
          file={file}
          fresh={fresh}
          progress={progress}
          whatIf={thought ? whatIf : undefined}
        />
        <AddItem onAdded={select} />
      </Box>
      <Toolbar view={shownView} file={file} />
      <Collapse in={usePlanView((s) => s.library)} unmountOnExit>
        <LibraryStrip />
      </Collapse>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', lg: COLUMNS }, gap: 5 }}>
        {shownView === 'list' ? (
          <ListView file={file} plan={plan} />
        ) : (
          <Score file={drawn.file} plan={drawn.plan} scale={scale} stations={stations} />
        )}
        <Box>
          {item && <ItemPanel key={item.id} item={item} onClose={() => select(undefined)} />}
          <Margin
            findings={plan.findings}
            scale={item || shownView === 'list' ? undefined : scale}
            onSelect={select}
          />
        </Box>
      </Box>
      <Box
        aria-live="assertive"
        role="status"
        data-testid="told"
        sx={{
          position: 'fixed',
          top: 0,
          width: '1px',
          height: '1px',
          overflow: 'hidden',
          clipPath: 'inset(50%)',
        }}
      >
        {told}
      </Box>
    </DragBoard>
  );
}

/** The file as it would be with the change that is only being thought of. */
function useThought(file: ShowFile): ShowFile | undefined {
  const thought = usePlanView((s) => s.thought);
  const library = useLibrary();
  return useMemo(() => {
    if (!thought || !library.data) return undefined;
    return assemble(applyChange(file.show, thought), library.data);
  }, [thought, library.data, file.show]);
}

function usePlanKeys(itemId: string | undefined, file: ShowFile): void {
  const options = { preventDefault: true, ignoreEventWhen: choosing };
  const item = file.show.items.find((i) => i.id === itemId);
  const step = (by: number) => {
    const at = file.show.items.findIndex((i) => i.id === itemId);
    const toIndex = at + by;
    if (at < 0 || toIndex < 0 || toIndex >= file.show.items.length) return;
    make({ kind: 'move-item', itemId: itemId!, toIndex });
    tell(`${item!.title} is at place ${toIndex + 1} of ${file.show.items.length}.`);
  };
  useHotkeys('alt+up', () => step(-1), options, [itemId, file]);
  useHotkeys('alt+down', () => step(1), options, [itemId, file]);
  useHotkeys(
    'delete',
    () => item && make({ kind: 'remove-items', itemIds: [item.id] }),
    { ignoreEventWhen: choosing },
    [item],
  );
  useHotkeys(
    'd',
    () => item && make({ kind: 'duplicate-item', itemId: item.id, newId: newId() }),
    { ignoreEventWhen: choosing },
    [item],
  );
  useHotkeys(
    'p',
    () =>
      item && make({ kind: 'set-item', itemId: item.id, fields: { pinned: item.pinned ? undefined : true } }),
    { ignoreEventWhen: choosing },
    [item],
  );
  useHotkeys('z', () => zoomBy(1), { ignoreEventWhen: choosing });
  useHotkeys('shift+z', () => zoomBy(-1), { ignoreEventWhen: choosing });
  useHotkeys('escape', () => !usePlanView.getState().moving && select(undefined));
}

/** A key pressed in a list of choices or a dialog is meant for it. */
const choosing = (e: KeyboardEvent) =>
  (e.target as HTMLElement).closest('[role=combobox], [role=listbox], [role=dialog], [role=menu]') !== null;
