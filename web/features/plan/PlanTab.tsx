import { Box, Collapse, useMediaQuery } from '@mui/material';
import { useTheme } from '@mui/material/styles';
import {
  applyChange,
  assemble,
  script as scriptOf,
  type Plan,
  type Script,
  type Show,
  type ShowFile,
} from '@hearty/core';
import { memo, useEffect, useMemo } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useLibrary } from '../../session/queries';
import { newId } from '../../session/ids';
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
import { scaleOf, type Scale } from './scale';
import { Score } from './Score';
import { Toolbar } from './Toolbar';
import { make, select, tell, usePlanView, zoomBy } from './view';

/** Height the score fills on a laptop before it scrolls. */
const ROOM_PX = 640;
const COLUMNS = 'minmax(0, 1fr) 290px';

/** The score of the show, with what has to be said about it in the margin; or the same as a list. */
export function PlanTab() {
  const { file, script, plan, fresh, progress } = useShow();
  const selected = usePlanView((s) => s.selected);
  const zoom = usePlanView((s) => s.zoom);
  const view = usePlanView((s) => s.view);
  const narrow = useMediaQuery(useTheme().breakpoints.down('md'));
  const shownView = view ?? (narrow ? 'list' : 'score');
  const scale = useMemo(() => scaleOf(plan.timetable, ROOM_PX, zoom), [plan.timetable, zoom]);
  const item = useDraft((s) => s.show?.items.find((i) => i.id === selected));
  usePlanKeys(item?.id, file);
  return (
    <DragBoard file={file} timetable={plan.timetable} scale={scale} up={script.upS}>
      <Thinking show={file.show} />
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
        <Headline plan={plan} script={script} fresh={fresh} progress={progress} />
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
          <Drawn script={script} plan={plan} scale={scale} />
        )}
        <Box>
          {item && <ItemPanel key={item.id} item={item} onClose={() => select(undefined)} />}
          <Findings
            findings={plan.findings}
            scale={item || shownView === 'list' ? undefined : scale}
            onSelect={select}
          />
        </Box>
      </Box>
      <Told />
    </DragBoard>
  );
}

/** What stands beside the score changes with the plan only, not with what one points at. */
const Findings = memo(Margin);
const Drawing = memo(Score);

/** The score as it is, or, while something is moved, as it would be. */
function Drawn({ script, plan, scale }: { script: Script; plan: Plan; scale: Scale }) {
  const moved = usePlanView((s) => (s.moving && s.thought ? s.whatIf : undefined));
  const stations = usePlanView((s) => s.stations);
  return (
    <Drawing script={moved?.script ?? script} plan={moved?.plan ?? plan} scale={scale} stations={stations} />
  );
}

/** Works out what a change only thought of would make of the show, for whoever draws it. Draws nothing itself. */
function Thinking({ show }: { show: Show }) {
  const thought = usePlanView((s) => s.thought);
  const library = useLibrary();
  const file = useMemo(
    () => thought && library.data && assemble(applyChange(show, thought), library.data),
    [thought, library.data, show],
  );
  const plan = useWhatIf(file);
  useEffect(() => {
    usePlanView.setState({ whatIf: file && plan && { script: scriptOf(file), plan } });
  }, [file, plan]);
  return null;
}

function Told() {
  const told = usePlanView((s) => s.told);
  return (
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
  );
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
