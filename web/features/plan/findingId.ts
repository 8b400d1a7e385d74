import { formatClock, type Finding } from '@hearty/core';
import { levelWord } from '../../kit/LevelMark';
import { select, usePlanView } from './view';

/** DOM id of a finding; marks use it to scroll to it. */
export const findingId = ({ code, itemId = '', message }: Finding) =>
  `finding-${code}-${itemId}-${message.length}`.replace(/[^\w-]/g, '_');

/** "14:23 Caution. 2 min of dead air": what a mark says. */
export const markWords = (f: Finding, up: number) =>
  `${formatClock(up + f.at)} ${levelWord(f.level)} ${f.message}`;

/** Opens the findings and goes to one of them, leaving the focus there. */
export function jumpTo(finding: Finding): void {
  select(undefined);
  usePlanView.setState({ findings: true });
  // The pane is drawn first.
  requestAnimationFrame(() =>
    requestAnimationFrame(() => {
      const note = document.getElementById(findingId(finding));
      const folded = note?.closest('details');
      if (folded) folded.open = true;
      note?.scrollIntoView({ block: 'center' });
      note?.focus({ preventScroll: true });
    }),
  );
}
