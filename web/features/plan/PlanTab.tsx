import { Box, useMediaQuery } from '@mui/material';
import { useTheme } from '@mui/material/styles';
import {
  applyChange,
  assemble,
  moved,
  script as scriptOf,
  type Item,
  type Plan,
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
import { Banner } from './Banner';
import { BeforeShow } from './BeforeShow';
import { DragBoard } from './DragBoard';
import { ItemPanel } from './ItemPanel';
import { LibraryStrip } from './LibraryStrip';
import { ListView } from './ListView';
import { Findings } from './Findings';
import { useLinesOf } from './ribbon/measure';
import { ribbonOf, type Ribbon, type RibbonInput, type RibbonRoom } from './ribbon/ribbon';
import { RibbonView } from './ribbon/RibbonView';
import { useRoom } from './useRoom';
import { ChangesSinceLastRun } from './ChangesSinceLastRun';
import { SeveralPanel } from './SeveralPanel';
import { Toolbar } from './Toolbar';
import { announce, choose, commitChange, select, usePlanView, zoomBy } from './view';

/**
 * The show as a ribbon with threads, or as a list, with the worst finding in a banner and the others in a pane. What is
 * moved stands where it goes at once, by the last plan; the figures and the findings follow when they are worked out.
 */
export function PlanTab() {
  const now = useShow();
  const later = useDeferredValue(now);
  const { file, script, plan, fresh } = now;
  const selected = usePlanView((s) => s.selected);
  const chosen = usePlanView((s) => s.view);
  const library = usePlanView((s) => s.library);
  const theme = useTheme();
  const narrow = useMediaQuery(theme.breakpoints.down('md'));
  const isLow = useMediaQuery(theme.breakpoints.down('lg'));
  const view = chosen ?? (narrow ? 'list' : 'score');
  const timetable = useMemo(
    () => (fresh ? plan.timetable : moved(plan.timetable, script)),
    [fresh, plan.timetable, script],
  );
  // Over the ribbon where it is wide; else below it, or beside the list.
  const isBeside = isLow || view === 'list';
  const [main, size] = useRoom();
  const room = useRibbonRoom(size);
  const findings = later.plan.findings;
  const ribbon = useMemo(
    () => ribbonOf({ script, timetable, bands: plan.bands, findings }, room),
    [script, timetable, plan.bands, findings, room],
  );
  usePlanKeys(selected, file);
  return (
    <DragBoard file={file} timetable={timetable} time={ribbon.time} up={script.upS}>
      <PreviewPlanner show={file.show} />
      <Bar context={later} selected={selected} isBeside={isBeside} />
      <BeforeShow script={script} timetable={timetable} />
      <Box
        sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'flex-start', columnGap: 3, rowGap: 1, mb: 2 }}
      >
        <Box sx={{ width: { xs: '100%', sm: 260 } }}>
          <Adding />
        </Box>
        <Toolbar view={view} file={file} />
        <Box sx={{ ml: 'auto', maxWidth: 300 }}>
          <ChangesSinceLastRun file={later.file} />
        </Box>
      </Box>
      {library && <LibraryStrip />}
      <Box sx={{ display: 'flex', flexDirection: { xs: 'column', lg: 'row' }, position: 'relative', gap: 3 }}>
        <Box ref={main} sx={{ flex: 1, minWidth: 0, width: '100%' }}>
          {view === 'list' ? (
            <Listed file={file} plan={plan} timetable={timetable} />
          ) : (
            <Drawn
              script={script}
              timetable={timetable}
              bands={plan.bands}
              findings={findings}
              room={room}
              ribbon={ribbon}
            />
          )}
        </Box>
        <Aside context={later} selected={selected} isBeside={isBeside} isOver={view === 'score'} />
      </Box>
      <Told />
    </DragBoard>
  );
}

/** What the ribbon shows and how large: the room on the page and what was chosen. */
function useRibbonRoom({ width, height }: { width: number; height: number }): RibbonRoom {
  const linesOf = useLinesOf();
  const zoom = usePlanView((s) => s.zoom);
  const marks = usePlanView((s) => s.marks);
  const before = usePlanView((s) => s.before);
  const unattended = usePlanView((s) => s.unattended);
  return useMemo(
    () => ({ width, height, zoom, linesOf, marks, before, unattended }),
    [width, height, zoom, linesOf, marks, before, unattended],
  );
}

const Adding = memo(() => <AddItem onAdded={select} />);
Adding.displayName = 'Adding';
/** The odds and the worst finding, in sight however far one scrolls. */
const Bar = memo(function Bar({
  context: { plan, script, fresh, progress },
  selected,
  isBeside,
}: {
  context: ShowContext;
  selected: string | undefined;
  isBeside: boolean;
}) {
  return (
    <Box sx={{ position: { md: 'sticky' }, top: 0, zIndex: 7, mb: 2, bgcolor: 'background.default' }}>
      <Banner
        plan={plan}
        script={script}
        fresh={fresh}
        progress={progress}
        selected={selected}
        isBeside={isBeside}
      />
    </Box>
  );
});

/** Findings and the open item stand over the right of a ribbon that has no room for them beside it. */
const OVER = {
  position: { lg: 'absolute' },
  ...{ right: 0, top: 0, zIndex: 6, p: { lg: 3 }, bgcolor: 'background.paper' },
  ...{ border: { lg: 1 }, borderColor: { lg: 'divider' } },
} as const;

/** The open item with its own findings, or all findings. */
const Aside = memo(function Aside({
  context,
  selected,
  isBeside,
  isOver,
}: {
  context: ShowContext;
  selected: string | undefined;
  isBeside: boolean;
  isOver: boolean;
}) {
  const isOpen = usePlanView((s) => s.findings);
  const several = usePlanView((s) => s.several);
  const items = context.file.show.items;
  const item = items.find((i) => i.id === selected);
  const chosen = items.filter((i) => several.includes(i.id));
  if (!isBeside && !isOpen && !item && chosen.length === 0) return null;
  return (
    <ShowProvider value={context}>
      <Box sx={{ flex: 'none', width: { xs: '100%', lg: 314 }, minWidth: 0, ...(isOver && OVER) }}>
        {chosen.length > 0 && <SeveralPanel items={chosen} />}
        {item && <Opened key={item.id} item={item} />}
        {(isOpen || isBeside) && (
          <AllFindings
            findings={item ? othersThan(item, context.plan) : context.plan.findings}
            onSelect={select}
          />
        )}
      </Box>
    </ShowProvider>
  );
});

const Opened = ({ item }: { item: Item }) => <ItemPanel item={item} onClose={() => select(undefined)} />;

const othersThan = (item: Item, plan: Plan) => plan.findings.filter((f) => f.itemId !== item.id);

/** Findings change with the plan only, not with what one points at. */
const AllFindings = memo(Findings);
const Drawing = memo(RibbonView);

interface DrawnProps extends RibbonInput {
  room: RibbonRoom;
  ribbon: Ribbon;
}

/** The ribbon as it is, or, while something is moved, as it would be: roughly at once, then as it is worked out. */
function Drawn({ script, timetable, bands, findings, room, ribbon }: DrawnProps) {
  const would = usePlanView((s) => (s.moving && s.preview ? s.quickPreviewScript : undefined));
  const plan = usePlanView((s) => (s.moving && s.preview && s.whatIf?.exact ? s.whatIf.plan : undefined));
  const rough = useMemo(() => would && moved(timetable, would), [would, timetable]);
  const drawn = would ? (plan?.timetable ?? rough ?? timetable) : timetable;
  const shown = useMemo(
    () =>
      would
        ? ribbonOf({ script: would, timetable: drawn, bands: plan?.bands ?? bands, findings }, room)
        : ribbon,
    [would, drawn, plan?.bands, bands, findings, room, ribbon],
  );
  return <Drawing ribbon={shown} script={would ?? script} timetable={drawn} />;
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

/** Works out what the previewed change would do to the show. Draws nothing itself. */
function PreviewPlanner({ show }: { show: Show }) {
  const preview = usePlanView((s) => s.preview);
  const library = useLibrary();
  const file = useMemo(
    () => preview && library.data && assemble(applyChange(show, preview), library.data),
    [preview, library.data, show],
  );
  const rough = useMemo(() => file && scriptOf(file), [file]);
  const would = useWhatIf(file);
  const plan = would?.plan;
  const exact = would?.exact ?? false;
  useEffect(() => {
    usePlanView.setState({ quickPreviewScript: rough, whatIf: rough && plan && { plan, exact } });
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
    commitChange({ kind: 'move-item', itemId: itemId!, toIndex });
    announce(`${item!.title} is at place ${toIndex + 1} of ${file.show.items.length}.`);
  };
  useHotkeys('alt+up', () => step(-1), options, [itemId, file]);
  useHotkeys('alt+down', () => step(1), options, [itemId, file]);
  useHotkeys(
    'delete',
    () => {
      const { several } = usePlanView.getState();
      if (several.length > 0) {
        commitChange({ kind: 'remove-items', itemIds: [...several] });
        choose([]);
      } else if (item) commitChange({ kind: 'remove-items', itemIds: [item.id] });
    },
    { ignoreEventWhen: choosing },
    [item],
  );
  useHotkeys(
    'd',
    () => item && commitChange({ kind: 'duplicate-item', itemId: item.id, newId: newId() }),
    { ignoreEventWhen: choosing },
    [item],
  );
  useHotkeys(
    'p',
    () =>
      item &&
      commitChange({ kind: 'set-item', itemId: item.id, fields: { pinned: item.pinned ? undefined : true } }),
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
