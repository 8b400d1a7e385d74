import AddIcon from '@mui/icons-material/Add';
import {
  Alert,
  Box,
  Button,
  IconButton,
  MenuItem,
  Paper,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  TextField,
  Typography,
} from '@mui/material';
import DeleteOutlineIcon from '@mui/icons-material/DeleteOutlined';
import { useTheme } from '@mui/material/styles';
import {
  clockToS,
  coldBudget,
  CRYOGENS,
  formatClock,
  type ColdBudget,
  type ColdLine,
  type ColdPlan,
  type Parsed,
} from '@hearty/core';
import { useMemo } from 'react';
import { Chart } from '../../app/Chart';
import { LevelMark } from '../../app/LevelMark';
import { ParsedField } from '../../app/ParsedField';
import { newId, useDocuments } from '../../app/queries';
import { Empty } from '../../app/States';
import { edit } from '../shows/draft';
import { useShow } from '../shows/ShowFrame';
import { SuppliesViews } from './SuppliesViews';

/** How much liquid nitrogen or dry ice to order: what the demos use, and what the air takes. */
export function ColdView() {
  const { file, plan } = useShow();
  const goods = useDocuments('goods');
  const cold = file.show.cold ?? [];
  const cryogens = (goods.data ?? []).filter(
    (g) => g.body.storage === 'cryogen' && g.body.sort === 'consumable',
  );
  const free = cryogens.filter((g) => !cold.some((c) => c.goodId === g.id));
  return (
    <>
      <SuppliesViews />
      {cold.map((c) => (
        <Budget
          key={c.goodId}
          cold={c}
          name={goods.data?.find((g) => g.id === c.goodId)?.body.name ?? c.cryogen}
          budget={coldBudget(file, plan.timetable, c, plan.needs.consumables)}
        />
      ))}
      {cold.length === 0 && (
        <Empty title="No cold budget yet">
          {cryogens.length
            ? 'Say which cryogen the show uses; what its demos pour is counted from the plan.'
            : 'Mark a consumable in the stores as kept apart as “cryogen” first.'}
        </Empty>
      )}
      {cold.length < 2 &&
        free.map((g) => (
          <Button
            key={g.id}
            startIcon={<AddIcon />}
            onClick={() =>
              edit((show) => ({
                ...show,
                cold: [...(show.cold ?? []), newCold(g.id, g.body.unit === 'g', show.date)],
              }))
            }
          >
            Budget for {g.body.name}
          </Button>
        ))}
    </>
  );
}

/** Usual figures to begin with: a 10 L flask with 0.2 L a day, 15 % lost in pouring. Common practice. */
const newCold = (goodId: string, dry: boolean, date: string): ColdPlan => ({
  goodId,
  cryogen: dry ? 'dry ice' : 'liquid nitrogen',
  vessel: dry ? 15 : 10,
  staticPerDay: dry ? 2 : 0.2,
  filledOn: date,
  filledAt: '09:00',
  chillDown: dry ? 0 : 1,
  pourLossPct: 15,
  openPerHour: dry ? 0.3 : 0.5,
  openHours: 1,
  reservePct: 10,
  objects: [],
});

const short = (n: number) => String(Number(n.toPrecision(3)));
const figure =
  (least: number, most: number) =>
  (text: string): Parsed => {
    const value = Number(text.trim().replace(',', '.'));
    return text.trim() !== '' && value >= least && value <= most
      ? { ok: true, value }
      : { ok: false, says: `Write a number from ${least} to ${most}.` };
  };

const clockTime = (text: string): Parsed =>
  /^([01]?\d|2[0-3]):[0-5]\d$/.test(text.trim())
    ? { ok: true, value: clockToS(text.trim().padStart(5, '0')) }
    : { ok: false, says: 'A time of day such as 14:05.' };

type Numbers =
  'vessel' | 'staticPerDay' | 'chillDown' | 'pourLossPct' | 'openPerHour' | 'openHours' | 'reservePct';

function Budget({ cold, name, budget }: { cold: ColdPlan; name: string; budget: ColdBudget }) {
  const { unit } = CRYOGENS[cold.cryogen];
  const change = (part: Partial<ColdPlan>) =>
    edit((show) => ({
      ...show,
      cold: (show.cold ?? []).map((c) => (c.goodId === cold.goodId ? { ...c, ...part } : c)),
    }));
  const fields: [Numbers, string, number, number][] = [
    ['vessel', `Vessel holds, ${unit}`, 0.1, 1000],
    ['staticPerDay', `Loses in a day, ${unit}`, 0, 100],
    ['chillDown', `Cooling it down, ${unit}`, 0, 100],
    ['pourLossPct', 'Lost in pouring, %', 0, 90],
    ['openPerHour', `Open flasks lose, ${unit}/h`, 0, 100],
    ['openHours', 'Open for, h', 0, 48],
    ['reservePct', 'Reserve, %', 0, 200],
  ];
  return (
    <Box component="section" aria-label={`Cold budget: ${name}`} sx={{ mb: 8 }}>
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'baseline', flexWrap: 'wrap' }}>
        <Typography variant="h2">{name}</Typography>
        <Typography
          data-testid="cold-order"
          sx={{ color: 'secondary.main', fontWeight: 700, fontSize: 17, flex: 1 }}
        >
          Order {budget.order} {unit}
          {budget.cost !== undefined && `, about ${budget.cost.toFixed(2)}`}
        </Typography>
        <Button
          onClick={() =>
            edit((show) => ({ ...show, cold: (show.cold ?? []).filter((c) => c.goodId !== cold.goodId) }))
          }
        >
          Leave it out
        </Button>
      </Box>
      {budget.findings.map((f) => (
        <Typography key={f.says} sx={{ my: 1 }}>
          <LevelMark level={f.level} /> {f.says}
        </Typography>
      ))}
      <Alert severity="warning" sx={{ my: 3 }}>
        It boils into a gas that takes the place of air: ventilate, measure oxygen where you can, never ride
        with it in a closed car, never seal its vessel. Gloves, face shield, trained people; local rules
        first.
      </Alert>
      <Box
        sx={{
          display: 'grid',
          gap: 6,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '340px minmax(0, 1fr)' },
        }}
      >
        <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: '1fr 1fr', alignContent: 'start' }}>
          <TextField
            label="Filled on"
            type="date"
            value={cold.filledOn}
            onChange={(e) => e.target.value && change({ filledOn: e.target.value })}
            slotProps={{ inputLabel: { shrink: true } }}
          />
          <ParsedField
            label="At"
            value={clockToS(cold.filledAt)}
            format={formatClock}
            parse={clockTime}
            onValue={(s) => change({ filledAt: formatClock(s) })}
          />
          {fields.map(([key, label, least, most]) => (
            <ParsedField
              key={key}
              label={label}
              value={cold[key]}
              format={String}
              parse={figure(least, most)}
              onValue={(v) => change({ [key]: v })}
            />
          ))}
          <ParsedField
            label={`Price of a ${unit}`}
            value={cold.pricePerUnit ?? 0}
            format={String}
            parse={figure(0, 10_000)}
            onValue={(v) => change({ pricePerUnit: v })}
          />
          <Objects cold={cold} onChange={(objects) => change({ objects })} />
        </Box>
        <Box sx={{ minWidth: 0 }}>
          <Left budget={budget} vessel={cold.vessel} />
          <Working budget={budget} />
        </Box>
      </Box>
    </Box>
  );
}

/** What is chilled besides what the demos pour. Mean heat capacities from 77 K up; from memory. */
const STUFF = [
  { label: 'rubber', heatCapacity: 1.2, waterPct: 0 },
  { label: 'copper or brass', heatCapacity: 0.3, waterPct: 0 },
  { label: 'aluminium', heatCapacity: 0.7, waterPct: 0 },
  { label: 'leaves, fruit', heatCapacity: 2.5, waterPct: 85 },
  { label: 'cream mix', heatCapacity: 2.4, waterPct: 60 },
];

function Objects({ cold, onChange }: { cold: ColdPlan; onChange: (objects: ColdPlan['objects']) => void }) {
  const set = (id: string, part: Partial<ColdPlan['objects'][number]>) =>
    onChange(cold.objects.map((o) => (o.id === id ? { ...o, ...part } : o)));
  return (
    <Box sx={{ gridColumn: '1 / -1' }}>
      <Typography variant="h3" sx={{ mb: 1 }}>
        Chilled besides
      </Typography>
      {cold.objects.map((o) => (
        <Box key={o.id} sx={{ display: 'grid', gridTemplateColumns: '1fr 84px 60px 40px', gap: 1, mb: 1 }}>
          <TextField
            select
            label={o.title}
            value={
              STUFF.find((s) => s.heatCapacity === o.heatCapacity && s.waterPct === o.waterPct)?.label ?? ''
            }
            onChange={(e) => {
              const stuff = STUFF.find((s) => s.label === e.target.value)!;
              set(o.id, { title: stuff.label, heatCapacity: stuff.heatCapacity, waterPct: stuff.waterPct });
            }}
          >
            {STUFF.map((s) => (
              <MenuItem key={s.label} value={s.label}>
                {s.label}
              </MenuItem>
            ))}
          </TextField>
          <ParsedField
            label="kg"
            value={o.massKg}
            format={String}
            parse={figure(0.001, 500)}
            onValue={(massKg) => set(o.id, { massKg })}
          />
          <ParsedField
            label="×"
            value={o.times}
            format={String}
            parse={figure(1, 100)}
            onValue={(times) => set(o.id, { times: Math.round(times) })}
          />
          <IconButton
            aria-label={`Take ${o.title} out`}
            onClick={() => onChange(cold.objects.filter((x) => x.id !== o.id))}
          >
            <DeleteOutlineIcon fontSize="small" />
          </IconButton>
        </Box>
      ))}
      <Button
        startIcon={<AddIcon />}
        onClick={() =>
          onChange([
            ...cold.objects,
            { id: newId(), title: 'rubber', massKg: 0.1, heatCapacity: 1.2, waterPct: 0, times: 1 },
          ])
        }
      >
        Add something chilled
      </Button>
    </Box>
  );
}

/** Hours before curtain-up that the picture begins. */
const BEFORE_H = 2;

/** What is left in the vessel through the day. */
function Left({ budget, vessel }: { budget: ColdBudget; vessel: number }) {
  const { ink } = useTheme();
  const { file } = useShow();
  const up = clockToS(file.show.curtainUp);
  const end = budget.left.at(-1)!;
  const option = useMemo(() => {
    const clock = (h: number) => formatClock(Math.round((up + h * 3600) / 60) * 60);
    // A vessel filled days ago only stood there: the day of the show is what is looked at.
    const from = Math.max(budget.left[0]!.h, Math.min(-BEFORE_H, end.h - BEFORE_H));
    return {
      animation: false,
      grid: { left: 44, right: 20, top: 30, bottom: 44 },
      xAxis: {
        type: 'value',
        min: from,
        max: end.h,
        name: 'time of day',
        nameLocation: 'middle',
        nameGap: 28,
        axisLabel: { formatter: clock, color: ink.quiet, hideOverlap: true },
        nameTextStyle: { color: ink.quiet },
        splitLine: { show: false },
      },
      yAxis: {
        type: 'value',
        min: 0,
        max: Math.ceil(Math.max(vessel, budget.order)),
        axisLabel: { color: ink.quiet, formatter: `{value} ${budget.unit}` },
        splitLine: { lineStyle: { color: ink.rule } },
      },
      tooltip: { trigger: 'axis', valueFormatter: (v: number) => `${short(v)} ${budget.unit}` },
      series: [
        {
          type: 'line',
          showSymbol: false,
          lineStyle: { color: ink.worked, width: 2.5 },
          areaStyle: { color: ink.tide },
          data: budget.left.map((p) => [p.h, Number(p.amount.toFixed(3))]),
          markLine: {
            silent: true,
            symbol: 'none',
            label: { color: ink.ink, formatter: '{b}' },
            lineStyle: { color: ink.ink, type: 'solid' },
            data: [
              { xAxis: 0, name: 'curtain-up' },
              {
                yAxis: vessel,
                name: `vessel holds ${short(vessel)} ${budget.unit}`,
                label: { position: 'insideStartBottom' },
              },
            ],
          },
        },
      ],
    };
  }, [budget, vessel, ink, up, end.h]);
  const title =
    end.amount <= 0.005
      ? 'The vessel is empty before the end'
      : `${short(end.amount)} ${budget.unit} are left at the end`;
  return (
    <>
      <Typography variant="h3" component="h3">
        {title}
      </Typography>
      <Chart option={option} height={260} label={`What is left in the vessel: ${title}`} />
    </>
  );
}

function Working({ budget }: { budget: ColdBudget }) {
  const { unit } = budget;
  const rows = (title: string, lines: ColdLine[], total: number) => (
    <>
      {lines.map((l) => (
        <TableRow key={title + l.title}>
          <TableCell>{l.title}</TableCell>
          <TableCell sx={{ fontSize: 13, color: 'text.secondary' }}>{l.working}</TableCell>
          <TableCell align="right" sx={{ whiteSpace: 'nowrap' }}>
            {short(l.amount)} {unit}
          </TableCell>
        </TableRow>
      ))}
      <TableRow>
        <TableCell colSpan={2} sx={{ fontWeight: 700 }}>
          {title}
        </TableCell>
        <TableCell align="right" sx={{ fontWeight: 700, color: 'secondary.main', whiteSpace: 'nowrap' }}>
          {short(total)} {unit}
        </TableCell>
      </TableRow>
    </>
  );
  return (
    <Paper variant="outlined" sx={{ mt: 3, overflowX: 'auto' }}>
      <Table size="small" aria-label="Cold budget, line by line">
        <TableHead>
          <TableRow>
            <TableCell>What</TableCell>
            <TableCell>Working</TableCell>
            <TableCell align="right">{unit}</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {rows('Used', budget.uses, budget.useTotal)}
          {rows('Lost to the air', budget.losses, budget.lossTotal)}
          {rows(
            'With the reserve',
            [{ title: 'Reserve', amount: budget.reserve, working: 'of used and lost' }],
            budget.total,
          )}
        </TableBody>
      </Table>
    </Paper>
  );
}
