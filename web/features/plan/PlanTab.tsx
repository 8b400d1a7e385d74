import { Box, useMediaQuery } from '@mui/material';
import { useTheme } from '@mui/material/styles';
import {
  applyChange,
  assemble,
  moved,
  script as scriptOf,
  type Item,
  type Plan,
  type Script,
  type Show,
  type ShowFile,
  type Timetable,
} from '@hearty/core';
import { memo, useDeferredValue, useEffect, useMemo } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useLibrary } from '../../session/queries';
import { newId } from '../../session/ids';
import { useWhatIf } from '../../workers/planner';
import { ShowProvider, useShow, type ShowContext } from '../../session/show';
import { AddItem } from './AddItem';
import { DragBoard } from './DragBoard';
import { Headline } from './Headline';
import { ItemPanel } from './ItemPanel';
import { LibraryStrip } from './LibraryStrip';
import { ListView } from './ListView';
import { Margin } from './Margin';
import { EdgeMarks, HeadMarks } from './Marks';
import { scaleOf, type Scale } from './scale';
import { Score } from './Score';
import { ChangesSinceLastRun } from './ChangesSinceLastRun';
import { Toolbar } from './Toolbar';
import { make, select, tell, usePlanView, zoomBy, type PlanView } from './view';

/** Height the score fills on a laptop before it scrolls. */
const ROOM_PX = 620;

/**
 * The score of the show, with what has to be said about it in the margin; or the same as a list. What is moved stands
 * where it goes at once, by the last plan; the figures and the findings follow when they are worked out.
 */
export function PlanTab() {
  const now = useShow();
  const later = useDeferredValue(now);
  const { file, script, plan, fresh } = now;
  const selected = usePlanView((s) => s.selected);
  const zoom = usePlanView((s) => s.zoom);
  const chosen = usePlanView((s) => s.view);
  const library = usePlanView((s) => s.library);
  const narrow = useMediaQuery(useTheme().breakpoints.down('md'));
  const view = chosen ?? (narrow ? 'list' : 'score');
  const timetable = useMemo(
    () => (fresh ? plan.timetable : moved(plan.timetable, script)),
    [fresh, plan.timetable, script],
  );
  const scale = useMemo(() => scaleOf(timetable, ROOM_PX, zoom, script.upS), [timetable, zoom, script.upS]);
  // What stands beside the score follows a moment later, in a drawing of its own that a key interrupts.
  const laterScale = useDeferredValue(scale);
  usePlanKeys(selected, file);
  return (
    <DragBoard file={file} timetable={timetable} scale={scale} up={script.upS}>
      <Thinking show={file.show} />
      <Bar context={later} view={view} />
      {library && <LibraryStrip />}
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 24px 290px' },
          gridTemplateRows: { lg: 'auto 1fr' },
          gridTemplateAreas: {
            xs: '"add" "main" "aside"',
            lg: '"main edge add" "main edge aside"',
          },
          columnGap: 3,
          rowGap: 2,
        }}
      >
        <Box sx={{ gridArea: 'add' }}>
          <Adding />
          <ChangesSinceLastRun file={later.file} />
        </Box>
        <Box sx={{ gridArea: 'main', minWidth: 0 }}>
          {view === 'list' ? (
            <Listed file={file} plan={plan} timetable={timetable} />
          ) : (
            <Drawn script={script} timetable={timetable} bands={plan.bands} scale={scale} />
          )}
        </Box>
        <Box sx={{ gridArea: 'edge', display: { xs: 'none', lg: 'block' } }}>
          {view === 'score' && <Edge findings={later.plan.findings} up={script.upS} scale={laterScale} />}
        </Box>
        <Box sx={{ gridArea: 'aside', minWidth: 0 }}>
          <Aside context={later} scale={view === 'list' ? undefined : laterScale} selected={selected} />
        </Box>
      </Box>
      <Told />
    </DragBoard>
  );
}

const Adding = memo(() => <AddItem onAdded={select} />);
Adding.displayName = 'Adding';
const Edge = memo(EdgeMarks);

/** The figures, what is to fix and the tools in one line, in sight however far one scrolls. */
const Bar = memo(function Bar({
  context: { plan, script, fresh, progress, file },
  view,
}: {
  context: ShowContext;
  view: PlanView;
}) {
  return (
    <Box
      sx={{
        position: { md: 'sticky' },
        top: 0,
        zIndex: 7,
        display: 'flex',
        flexWrap: 'wrap',
        columnGap: 4,
        rowGap: 1,
        alignItems: 'center',
        mb: 3,
        py: 1,
        bgcolor: 'background.default',
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Headline plan={plan} script={script} fresh={fresh} progress={progress} />
      <HeadMarks findings={plan.findings} up={script.upS} />
      <Box sx={{ flex: 1 }} />
      <Toolbar view={view} file={file} />
    </Box>
  );
});

/** The open item with its own findings, or all of them beside the moments they concern. */
const Aside = memo(function Aside({
  context,
  scale,
  selected,
}: {
  context: ShowContext;
  scale: Scale | undefined;
  selected: string | undefined;
}) {
  const item = context.file.show.items.find((i) => i.id === selected);
  return (
    <ShowProvider value={context}>
      {item && <Opened key={item.id} item={item} />}
      <Findings
        findings={item ? othersThan(item, context.plan) : context.plan.findings}
        scale={item ? undefined : scale}
        onSelect={select}
      />
    </ShowProvider>
  );
});

const Opened = ({ item }: { item: Item }) => <ItemPanel item={item} onClose={() => select(undefined)} />;

const othersThan = (item: Item, plan: Plan) => plan.findings.filter((f) => f.itemId !== item.id);

/** What stands beside the score changes with the plan only, not with what one points at. */
const Findings = memo(Margin);
const Drawing = memo(Score);

interface DrawnProps {
  script: Script;
  timetable: Timetable;
  bands: Plan['bands'];
  scale: Scale;
}

/** The score as it is, or, while something is moved, as it would be: roughly at once, then as it is worked out. */
function Drawn(now: DrawnProps) {
  const would = usePlanView((s) => (s.moving && s.thought ? s.rough : undefined));
  const plan = usePlanView((s) => (s.moving && s.thought && s.whatIf?.exact ? s.whatIf.plan : undefined));
  const marks = usePlanView((s) => s.marks);
  const rough = useMemo(() => would && moved(now.timetable, would), [would, now.timetable]);
  return (
    <Drawing
      script={would ?? now.script}
      timetable={plan?.timetable ?? rough ?? now.timetable}
      bands={plan?.bands ?? now.bands}
      scale={now.scale}
      marks={marks}
    />
  );
}

/** The running order as a list, what is moved in its new place at once. */
const Listed = memo(function Listed({
  file,
  plan,
  timetable,
}: {
  file: ShowFile;
  plan: Plan;
  timetable: Timetable;
}) {
  return <ListView file={file} plan={{ ...plan, timetable }} />;
});

/** Works out what a change only thought of would make of the show, for whoever draws it. Draws nothing itself. */
function Thinking({ show }: { show: Show }) {
  const thought = usePlanView((s) => s.thought);
  const library = useLibrary();
  const file = useMemo(
    () => thought && library.data && assemble(applyChange(show, thought), library.data),
    [thought, library.data, show],
  );
  const rough = useMemo(() => file && scriptOf(file), [file]);
  const would = useWhatIf(file);
  const plan = would?.plan;
  const exact = would?.exact ?? false;
  useEffect(() => {
    usePlanView.setState({ rough, whatIf: rough && plan && { plan, exact } });
  }, [rough, plan, exact]);
  return null;
}

function Told() {
  const announcement = usePlanView((s) => s.announcement);
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
      {announcement}
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
