import { isOpenStop, SAFETY_CODES, type Plan, type RunSummary } from '@hearty/core';
import { memo } from 'react';
import { Pages, type Page } from '../../kit/Pages';
import { useTour } from '../../session/queries';

/** The pages of a show in the order of the work, each with what is still to do there. */
export const ShowTabs = memo(function ShowTabs({
  showId,
  plan,
  phase,
  played,
}: {
  showId: string;
  plan: Plan;
  /** The phase of the open run. */
  phase: RunSummary['phase'] | undefined;
  played: boolean;
}) {
  const cold = plan.findings.some((f) => f.level === 'stop' && f.code.startsWith('cold-'));
  const stops = plan.findings.filter(isOpenStop).length;
  const cautions = plan.findings.filter((f) => f.level === 'caution').length;
  const ofRoom = plan.findings.filter((f) => SAFETY_CODES.has(f.code));
  const roomStops = ofRoom.filter(isOpenStop).length;
  const roomCautions = ofRoom.filter((f) => f.level === 'caution').length;
  const tour = useTour();
  const onTour = tour.data?.shows.find((s) => s.showId === showId);
  const toBuy = (onTour ?? plan.buying).lines.filter((l) => l.short > 0).length;
  const pages: Page[] = [
    {
      to: 'plan',
      label: 'Plan',
      level: stops ? 'stop' : 'caution',
      state: stops ? `${stops} to fix` : cautions ? `${cautions} to look at` : '',
    },
    cold
      ? { to: 'supplies', label: 'Supplies', level: 'stop', state: 'cold budget' }
      : { to: 'supplies', label: 'Supplies', state: toBuy ? `${toBuy} to buy` : '' },
    {
      to: 'room',
      label: 'Room',
      level: roomStops ? 'stop' : 'caution',
      state: roomStops ? `${roomStops} to fix` : roomCautions ? `${roomCautions} to look at` : '',
    },
    { to: 'prep', label: 'Prep', state: plan.timetable.tasks.length ? '' : 'nothing to prepare' },
    { to: 'check', label: 'Check', state: phase === 'before' ? 'under way' : '' },
    { to: 'live', label: 'Live', state: phase && phase !== 'before' ? 'on stage' : '' },
    { to: 'debrief', label: 'Debrief', state: played ? '' : 'no run yet' },
  ];
  return <Pages label="The work on this show" pages={pages} />;
});
