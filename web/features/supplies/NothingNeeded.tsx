import { useShow } from '../../session/show';
import { Empty } from '../../kit/States';

/** What a list of needs shows while it is empty, and what to do about it. `use`: what is done with needs here. */
export function NothingNeeded({ title, use }: { title: string; use: string }) {
  const { script } = useShow();
  const demos = new Set(
    script.items.flatMap(({ demo, options }) => demo ?? options?.map((o) => o.source.demo) ?? []),
  );
  return (
    <Empty title={title}>
      {demos.size === 0
        ? `Add demos to the running order; what they need is ${use} here.`
        : `${demos.size === 1 ? 'Your demo does not say' : `None of your ${demos.size} demos says`} what it needs. Add kit and consumables on a demo’s page.`}
    </Empty>
  );
}
