import {
  BENCHES,
  benchSoFar,
  figuresFor,
  formatFigure,
  standsAt,
  type BenchSoFar,
  type Demo,
  type Input,
  type SumValue,
} from '@hearty/core';
import { Box, Link } from '@mui/material';
import { Link as RouterLink } from 'react-router';
import { useAttempts } from '../../session/queries';

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
          const of = bench && figuresFor(bench).find((f) => f.name === figure);
          return `${goodName(goodId)} as much as ${of?.label ?? figure}`;
        });
        return (
          <li key={held.id}>
            <Link component={RouterLink} to={`/bench/${held.benchId}`} color="inherit">
              {bench?.title ?? held.benchId}
            </Link>
            <SoFar soFar={benchSoFar(attempts, held.benchId)} />
            {[...set, ...amounts, ...(held.limits ? ['its limits are checked before doors'] : [])].map(
              (s) => (
                <Box component="span" key={s}>
                  {' · '}
                  {s}
                </Box>
              ),
            )}
          </li>
        );
      })}
    </Box>
  );
}

/** A value with the unit of its input. */
function stands(input: Input, value: SumValue | undefined): string {
  const unit = input.as === 'choice' ? '' : ` ${input.unit ?? ''}`;
  const figure = (n: number) => formatFigure(Number(n.toPrecision(4)));
  if (typeof value === 'number') return `${figure(value)}${unit}`.trimEnd();
  return typeof value === 'object' ? `${value.map(figure).join(', ')}${unit}` : (value ?? '');
}

/** How often the bench was right here; a caution where it was mostly wrong. */
function SoFar({
  soFar: { saidWorks, workedThen, saidFails, failedThen, read, offBy },
}: {
  soFar: BenchSoFar;
}) {
  const told = saidWorks + saidFails;
  if (told === 0) return null;
  const right = workedThen + failedThen;
  return (
    <Box component="span" sx={{ color: 2 * right < told ? 'warning.main' : 'text.secondary' }}>
      {' '}
      (right {right} of {told} times{2 * right < told && ': do not rely on it here'}
      {read > 0 &&
        `; read ${formatFigure(Math.abs(offBy))} ${offBy < 0 ? 'less' : 'more'} than it said, in the middle`}
      )
    </Box>
  );
}
