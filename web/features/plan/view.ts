import type { Change, Plan, Script } from '@hearty/core';
import { create } from 'zustand';
import { changeDraft } from '../../session/draft';

export type PlanView = 'score' | 'list';

interface ViewState {
  selected: string | undefined;
  /** Items chosen to be changed together; empty or at least two. */
  several: readonly string[];
  /** A press on an item adds it to those, for hands without a keyboard. */
  isChoosing: boolean;
  /** A change that is hovered or being dragged, not made yet. `moving` redraws the ribbon with it. */
  preview: Change | undefined;
  moving: boolean;
  /** The show as it would be, to be drawn at once. */
  quickPreviewScript: Script | undefined;
  /** What it would make of the show, once that is worked out. */
  whatIf: { plan: Plan; exact: boolean } | undefined;
  zoom: number;
  marks: boolean;
  /** Whether the pane of findings is open over the ribbon. */
  findings: boolean;
  /** Whether the hours before the show are drawn too, and the lane of what is unattended. */
  before: boolean;
  unattended: boolean;
  /** Whether the strip of demos to drag from is open. */
  library: boolean;
  view: PlanView | undefined;
  /** What a screen reader is told. */
  announcement: string;
}

/** How the plan is looked at. Nothing of it is kept with the show. */
export const usePlanView = create<ViewState>()(() => ({
  selected: undefined,
  several: [],
  isChoosing: false,
  preview: undefined,
  moving: false,
  quickPreviewScript: undefined,
  whatIf: undefined,
  zoom: 1,
  marks: false,
  findings: false,
  before: false,
  unattended: true,
  library: false,
  view: undefined,
  announcement: '',
}));

export const select = (selected: string | undefined) => usePlanView.setState({ selected, several: [] });

/** Chooses items to be changed together; one by itself is opened. */
export const choose = (itemIds: readonly string[]) =>
  usePlanView.setState(
    itemIds.length > 1 ? { several: itemIds, selected: undefined } : { several: [], selected: itemIds[0] },
  );

/** Adds an item to those chosen, or takes it out again. */
function toggle(itemId: string): void {
  const { several, selected } = usePlanView.getState();
  const now = several.length > 0 ? several : selected === undefined ? [] : [selected];
  choose(now.includes(itemId) ? now.filter((id) => id !== itemId) : [...now, itemId]);
}

/** A press on an item: with Ctrl, ⌘ or Shift, or while items are being chosen, it is one more. */
export function pressed(
  itemId: string,
  keys: { ctrlKey: boolean; metaKey: boolean; shiftKey: boolean },
): void {
  const isMore = keys.ctrlKey || keys.metaKey || keys.shiftKey || usePlanView.getState().isChoosing;
  if (isMore) toggle(itemId);
  else select(itemId);
}
export const announce = (announcement: string) => usePlanView.setState({ announcement: announcement });

/** Shows what a change would do, without making it. */
export const previewChange = (preview: Change | undefined, moving = false) =>
  usePlanView.setState({
    preview,
    moving: !!preview && moving,
    ...(!preview && { quickPreviewScript: undefined, whatIf: undefined }),
  });

/** Makes a change of the show, which can be undone, and ends the preview. */
export function commitChange(change: Change): void {
  usePlanView.setState({
    preview: undefined,
    moving: false,
    quickPreviewScript: undefined,
    whatIf: undefined,
  });
  changeDraft(change);
}

const ZOOMS = [0.6, 0.8, 1, 1.4, 2, 2.8, 4];

/** One step closer or further away; 0 goes back to the whole show. */
export function zoomBy(step: 1 | -1 | 0): void {
  usePlanView.setState(({ zoom }) => {
    const at = ZOOMS.findIndex((z) => z >= zoom);
    return { zoom: step === 0 ? 1 : ZOOMS[Math.max(0, Math.min(ZOOMS.length - 1, at + step))]! };
  });
}
