import { LivePage } from './LivePage';
import { Stage } from './Stage';

/** The stage screen: now, next, what to shout, and where the show will land. Nothing here is typed. */
export const StagePage = ({ runId }: { runId: string }) => (
  <LivePage runId={runId} title="on stage">
    {({ script, state, rehearsal }) => (
      <Stage key={runId} script={script} state={state} rehearsal={rehearsal} />
    )}
  </LivePage>
);
