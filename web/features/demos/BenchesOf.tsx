import {
  BENCHES,
  benchOverTime,
  benchSoFar,
  figuresFor,
  formatFigure,
  isUnreliable,
  standsAt,
  timesOf,
  type BenchPeriod,
  type BenchSoFar,
  type Demo,
  type Input,
  type CalculatorValue,
} from '@hearty/core';
import { Box, Link } from '@mui/material';
import { Link as RouterLink } from 'react-router';
import { useAttempts } from '../../session/queries';
import { Bars } from './Bars';

/** The benches that a demo holds, with what it set. */
export function BenchesOf({ demo, goodName }: { demo: Demo; goodName: (id: string) => string }) {
  const { data: attempts = [] } = useAttempts(demo.id);
  return (
    <Box component="ul" sx={{ pl: 5, m: 0 }}>
      {(demo.benches ?? []).map((held) => {
        const bench = BENCHES.find((b) => b.id === held.benchId);
        const set = held.inputs.flatMap((i) => {
          const input = bench?.inputs[i.name];
          const parameter = demo.parameters?.find((p) => p.id === i.parameterId);
          if (!input) return [];
          return [`${input.label}: ${parameter ? `as ${parameter.title}` : stands(input, standsAt(i))}`];
        });
        const amounts = held.amounts.map(({ goodId, figure }) => {
          const measured = bench && figuresFor(bench).find((f) => f.name === figure);
          return `${goodName(goodId)} as much as ${measured?.label ?? figure}`;
        });
        const times = (held.times ?? []).map(({ taskId, figure }) => {
          const task = demo.prep.find((t) => t.id === taskId)?.title ?? taskId;
          const result = bench && timesOf(bench).find((t) => t.name === figure);
          return `“${task}” is ready as worked out here: ${(result?.label ?? figure).toLowerCase()}`;
        });
        return (
          <li key={held.id}>
            <Link component={RouterLink} to={`/bench/${held.benchId}`} color="inherit">
              {bench?.title ?? held.benchId}
            </Link>
            <SoFar soFar={benchSoFar(attempts, held.benchId)} />
            {[
              ...set,
              ...amounts,
              ...times,
              ...(held.limits ? ['its limits are checked before doors'] : []),
            ].map((s) => (
              <Box component="span" key={s}>
                {' · '}
                {s}
              </Box>
            ))}
            <ErrorOverTime
              periods={benchOverTime(attempts, held.benchId)}
              title={bench?.title ?? held.benchId}
            />
          </li>
        );
      })}
    </Box>
  );
}

/** A value with the unit of its input. */
function stands(input: Input, value: CalculatorValue | undefined): string {
  const unit = input.as === 'choice' ? '' : ` ${input.unit ?? ''}`;
  const figure = (n: number) => formatFigure(Number(n.toPrecision(4)));
  if (typeof value === 'number') return `${figure(value)}${unit}`.trimEnd();
  return typeof value === 'object' ? `${value.map(figure).join(', ')}${unit}` : (value ?? '');
}

/** How often the bench was right here; a caution where the plan has one. */
function SoFar({
  soFar: { saidWorks, workedThen, saidFails, failedThen, read, offBy },
}: {
  soFar: BenchSoFar;
}) {
  const predicted = saidWorks + saidFails;
  if (predicted === 0) return null;
  const right = workedThen + failedThen;
  const bad = isUnreliable({ predicted, wrong: predicted - right });
  return (
    <Box component="span" sx={{ color: bad ? 'warning.main' : 'text.secondary' }}>
      {' '}
      ({read === 0 && 'nothing was measured against it; '}
      {`worked or failed as predicted ${right} of ${predicted} times`}
      {bad && ': do not rely on it here'}
      {read > 0 && `; measured ${read} times, median ${offSaid(offBy)} than predicted`})
    </Box>
  );
}

const offSaid = (offBy: number) =>
  `read ${formatFigure(Math.abs(Number(offBy.toPrecision(3))))} ${offBy < 0 ? 'less' : 'more'}`;

/** What it said against what happened, over time; nothing where all of it was in one month. */
function ErrorOverTime({ periods, title }: { periods: readonly BenchPeriod[]; title: string }) {
  if (periods.length < 2) return null;
  return (
    <Bars
      label={`“${title}” over time`}
      unit="attempts foretold"
      kinds={KINDS}
      rows={periods.map(({ label, right, wrong, offBy }) => ({
        ...{ label, counts: [right, wrong] },
        ...(offBy !== undefined && { note: `${offSaid(offBy)} than it said` }),
      }))}
    />
  );
}

const KINDS = ['right', 'wrong'];
