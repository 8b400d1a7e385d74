import { formatFigure, isOfRoom, type Demo, type Trial, type TrialLevel } from '@hearty/core';
import { Box, Button, Typography } from '@mui/material';
import { useTheme } from '@mui/material/styles';
import { useMemo, useState } from 'react';
import { Chart } from '../../kit/Chart';
import { DataTable, type Column } from '../../kit/table';
import { useTrials } from '../../session/queries';
import { PlanTrial } from './PlanTrial';

/** What the log shows of what was set for a demo; nothing where nothing was set otherwise than before. */
export function Trials({ demo }: { demo: Demo }) {
  const { data } = useTrials(demo.id);
  if (!data || data.trials.length === 0) return null;
  const { repeats, clean, muddled } = data.comparisons;
  return (
    <section aria-label="Trials">
      <Typography variant="h2" sx={{ mb: 1.5 }}>
        Trials
      </Typography>
      <Typography color="textSecondary" sx={{ mb: 3 }}>
        Of what was tried one after another, {clean} changed one thing, {repeats} nothing
        {muddled > 0 && `, and ${muddled} more than one thing: of those nobody can tell which helped`}.
        Rehearsals are among them{data.older > 0 && `; ${data.older} older attempts are not`}.
      </Typography>
      <Box sx={{ display: 'grid', gap: 6, gridTemplateColumns: 'minmax(0, 1fr)' }}>
        {data.trials.map((trial) => (
          <OneTrial key={`${trial.variable} ${JSON.stringify(trial.held)}`} demo={demo} trial={trial} />
        ))}
      </Box>
    </section>
  );
}

function OneTrial({ demo, trial }: { demo: Demo; trial: Trial }) {
  const [planning, setPlanning] = useState<'trial' | 'best'>();
  const { variable, held, claim, next, elsewhere, notShown } = trial;
  const what = trial.response === 'reading' ? (demo.reading?.title ?? 'What was read') : 'Works, %';
  const parameter = demo.parameters?.find((p) => p.title === variable);
  const others = Object.entries(held);
  return (
    <Box component="section" aria-label={`Trial of ${variable}`} sx={{ overflowWrap: 'anywhere' }}>
      <Typography sx={{ fontWeight: 700 }}>{claim}</Typography>
      {others.length > 0 && (
        <Typography color="textSecondary">
          With {others.map(([name, value]) => `${name} ${value}`).join(', ')}.
        </Typography>
      )}
      <TrialChart trial={trial} what={what} />
      <Levels trial={trial} what={what} />
      {elsewhere.map((line) => (
        <Typography key={line} color="textSecondary" sx={{ mt: 1 }}>
          {line}
        </Typography>
      ))}
      {!isOfRoom(variable) && (
        <Typography sx={{ mt: 2 }}>
          Try next: <b>{next.level}</b>, since {next.why}.
        </Typography>
      )}
      <Typography component="div" color="textSecondary" sx={{ fontSize: 'small', mt: 1 }}>
        What it does not show:
        <Box component="ul" sx={{ m: 0, pl: 5 }}>
          {notShown.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </Box>
      </Typography>
      {parameter && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, mt: 2 }}>
          <Button variant="outlined" onClick={() => setPlanning('trial')}>
            Plan this trial
          </Button>
          <Button onClick={() => setPlanning('best')}>
            {trial.isBest ? `Play it at ${trial.bestLevel}` : `Play it at ${trial.bestLevel} for now`}
          </Button>
        </Box>
      )}
      {planning && parameter && (
        <PlanTrial {...{ demo, parameter, trial }} what={planning} onClose={() => setPlanning(undefined)} />
      )}
    </Box>
  );
}

const shown = (trial: Trial, value: number): string =>
  trial.response === 'outcome' ? `${Math.round(100 * value)}` : formatFigure(value);

const levelColumns = (trial: Trial, what: string): Column<TrialLevel>[] => [
  { head: trial.variable, cell: (l) => l.level, sortBy: (l) => l.at ?? l.level, isRowHead: true },
  { head: 'Attempts', cell: (l) => l.tries, sortBy: (l) => l.tries, as: 'figure' },
  { head: 'Worked', cell: (l) => formatFigure(l.worked), sortBy: (l) => l.worked, as: 'figure' },
  { head: what, cell: (l) => shown(trial, l.mean), sortBy: (l) => l.mean, as: 'figure' },
  { head: '90 % range', cell: (l) => `${shown(trial, l.low)} to ${shown(trial, l.high)}`, as: 'figure' },
  { head: 'Likely best, %', cell: (l) => Math.round(100 * l.best), sortBy: (l) => l.best, as: 'figure' },
];

const Levels = ({ trial, what }: { trial: Trial; what: string }) => (
  <DataTable
    name={`Levels of ${trial.variable}`}
    columns={levelColumns(trial, what)}
    rows={trial.levels}
    keyOf={(l) => l.level}
  />
);

/** Height of a trial's chart, px. */
const HIGH = 240;
/** Points of a fitted line. */
const BENDS = 3;

/** Levels with what was read of each, the mean and its interval, and the line that is thought to hold. */
function TrialChart({ trial, what }: { trial: Trial; what: string }) {
  const { ink } = useTheme();
  const option = useMemo(() => {
    const { levels, response } = trial;
    const scale = response === 'outcome' ? 100 : 1;
    const numbers = levels.every((l) => l.at !== undefined);
    const x = (l: Trial['levels'][number]) => (numbers ? l.at! : l.level);
    const name = (text: string, gap: number) => ({
      name: text,
      nameLocation: 'middle' as const,
      nameGap: gap,
      nameTextStyle: { color: ink.quiet },
      axisLabel: { color: ink.quiet },
    });
    return {
      animation: false,
      grid: { left: 64, right: 24, top: 16, bottom: 44 },
      xAxis: numbers
        ? { type: 'value', scale: true, ...name(trial.variable, 26), splitLine: { show: false } }
        : { type: 'category', data: levels.map((l) => l.level), ...name(trial.variable, 26) },
      yAxis: {
        type: 'value',
        scale: true,
        ...name(what, 46),
        splitLine: { lineStyle: { color: ink.rule } },
      },
      series: [
        // The interval of each mean is a line of its own.
        ...levels.map((l) => ({
          type: 'line',
          symbol: 'none',
          lineStyle: { color: ink.tide, width: 8, cap: 'round' },
          data: [
            [x(l), scale * l.low],
            [x(l), scale * l.high],
          ],
        })),
        {
          type: 'line',
          showSymbol: false,
          lineStyle: { color: ink.worked, width: 2 },
          data: numbers ? lineOf(trial) : [],
        },
        {
          type: 'scatter',
          symbolSize: 7,
          itemStyle: { color: ink.quiet, opacity: 0.7 },
          data: response === 'reading' ? levels.flatMap((l) => l.readings.map((r) => [x(l), r])) : [],
        },
        {
          type: 'scatter',
          symbol: 'rect',
          symbolSize: [14, 3],
          itemStyle: { color: ink.ink },
          data: levels.map((l) => [x(l), scale * l.mean]),
        },
      ],
    };
  }, [trial, what, ink]);
  const message = trial.levels.map((l) => `${l.level}: ${shown(trial, l.mean)}`).join(', ');
  return <Chart option={option} height={HIGH} label={`${what} by ${trial.variable}: ${message}`} />;
}

/** The line that holds, from the least level to the largest: broken where it levels off; none where nothing can be told. */
function lineOf({ levels, shape, line, broken }: Trial): [number, number][] {
  const fit = shape === 'levels off' ? broken : shape === 'rises' || shape === 'falls' ? line : undefined;
  if (!fit) return [];
  const [from, to] = [levels[0]!.at!, levels.at(-1)!.at!];
  const places = [from, fit.until ?? to, to].slice(0, BENDS);
  return places.map((x) => [x, fit.a + fit.b * Math.min(x, fit.until ?? x)]);
}
