import { Alert, Box, Button, Checkbox, Paper, Typography } from '@mui/material';
import {
  clockToS,
  formatClock,
  packingCsv,
  takeOut,
  type PackedCrate,
  type Thing,
  type Tick,
} from '@hearty/core';
import { createContext, useContext, useMemo } from 'react';
import { Link } from 'react-router';
import { useDocuments } from '../../session/queries';
import { useStores, useTick, useTicks, useWrite } from '../../session/stores';
import { newId } from '../../session/ids';
import { Failed } from '../../kit/Failed';
import { usePacking } from '../../workers/planner';
import { WorkerFailed } from '../../workers/worker';
import { Loading } from '../../kit/States';
import { NothingNeeded } from './NothingNeeded';
import { download } from '../../kit/download';
import { OnPaper } from '../../kit/paper';
import { useShow } from '../../session/show';
import { today } from '../../kit/day';
import { PackingSheet } from './PackingSheet';
import { SuppliesViews } from './SuppliesViews';
import { ExportIcon, PrintIcon } from '../../kit/icons';

/** Whether things come home: then each has a second tick. */
const IsOver = createContext(false);
const columns = (isOver: boolean) => (isOver ? '1fr 52px 52px' : '1fr 52px');

const MAY_BE_FEWER = 'Fewer crates might do: not every way was tried.';

/** What goes into which crate, and in what order; ticked off going out and coming home, on every phone at once. */
export function PackingView() {
  const { file, plan } = useShow();
  const crates = useDocuments('crates');
  const ticks = useTicks(file.show.id);
  const stores = useStores();
  const write = useWrite();
  const crateList = useMemo(() => crates.data?.map((c) => c.body), [crates.data]);
  const packed = usePacking(plan.things, crateList);
  // What would be taken; it gets its ids and its moment with the press.
  const takes = useMemo(
    () =>
      takeOut(plan.needs.consumables, stores.data?.lots ?? [], {
        showId: file.show.id,
        showDay: file.show.date,
      }),
    [plan, stores.data, file.show.id, file.show.date],
  );
  if (packed instanceof WorkerFailed) return <Failed error={packed} again={() => location.reload()} />;
  if (!crates.data || !packed) return <Loading what="the crates" />;
  if (packed.crates.length + packed.alone.length + packed.loose.length === 0)
    return (
      <>
        <SuppliesViews />
        <NothingNeeded title="Nothing to pack" use="packed" />
      </>
    );
  const outWith = (stores.data?.lots ?? []).filter((l) => (l.out[file.show.id] ?? 0) > 0).length;
  const take = () => write.mutate({ moves: takes.map((move) => ({ ...move, id: newId(), day: today() })) });
  const done = ticks.data ?? [];
  const keys = [
    ...packed.crates.flatMap((c) => c.things.map((t) => keyOf(t, c.crateId))),
    ...[...packed.alone, ...packed.loose].map((a) => keyOf(a.thing)),
  ];
  // What comes home is ticked from the day of the show on; before that the column is only in the way.
  const isOver = file.show.date <= today() || done.some((t) => t.way === 'home');
  const count = (way: Tick['way']) =>
    keys.filter((k) => done.some((t) => t.way === way && t.key === k)).length;
  return (
    <IsOver value={isOver}>
      <OnPaper
        title={`${file.show.title}: packing`}
        paper={() => <PackingSheet file={file} packing={packed} />}
      >
        <SuppliesViews />
        <Box sx={{ display: 'flex', gap: 3, alignItems: 'center', flexWrap: 'wrap', mt: 4, mb: 2 }}>
          <Typography role="status" sx={{ flex: 1 }}>
            {count('out')} of {keys.length} loaded{isOver && `, ${count('home')} home again`}. Load from the
            top of this page down.{' '}
            {packed.crates.length > 0 && (packed.proven ? 'No fewer crates would do.' : MAY_BE_FEWER)}
          </Typography>
          <Button
            startIcon={<ExportIcon />}
            onClick={() => download(`packing-${file.show.id}.csv`, packingCsv(packed), 'text/csv')}
          >
            Save as CSV
          </Button>
          <Button startIcon={<PrintIcon />} onClick={() => window.print()}>
            Print
          </Button>
        </Box>
        {crates.data.length === 0 && (
          <Alert severity="info" sx={{ mb: 3 }}>
            There is no crate yet. <Link to="/stores/crates">Add one</Link> and things are packed into it.
          </Alert>
        )}
        <Box sx={{ mb: 3 }}>
          <Button variant="outlined" disabled={write.isPending || takes.length === 0} onClick={take}>
            Take the consumables off the shelf
          </Button>{' '}
          {outWith > 0 &&
            `${outWith} ${outWith === 1 ? 'lot is' : 'lots are'} out with this show; after the run the rest comes home.`}
          {write.error && (
            <Alert severity="error">{write.error.fields[0]?.message ?? write.error.message}</Alert>
          )}
        </Box>
        {packed.broken.map((b) => (
          <Alert key={b.crate + b.a + b.b} severity="error" sx={{ mb: 2 }}>
            Could not keep apart in {b.crate}: {b.a} and {b.b}; {b.why}. Take another crate.
          </Alert>
        ))}
        <Alert severity="warning" sx={{ mb: 4 }}>
          How much of what you may carry, and how it is marked, is set by local transport rules and the
          supplier’s data sheets. Ask before you drive.
        </Alert>
        <Box
          sx={{
            display: 'grid',
            gap: 4,
            gridTemplateColumns: 'repeat(auto-fill, minmax(min(380px, 100%), 1fr))',
            alignItems: 'start',
          }}
        >
          {packed.crates.map((c) => (
            <Crate
              key={c.crateId}
              crate={c}
              up={clockToS(file.show.curtainUp)}
              ticks={done}
              showId={file.show.id}
            />
          ))}
          {packed.alone.length > 0 && (
            <Group title="By themselves" about="never in a crate">
              {packed.alone.map((a) => (
                <Line key={a.thing.goodId} thing={a.thing} about={a.how} ticks={done} showId={file.show.id} />
              ))}
            </Group>
          )}
          {packed.loose.length > 0 && (
            <Group title="Loose" about="carried by hand">
              {packed.loose.map((a) => (
                <Line key={a.thing.goodId} thing={a.thing} about={a.why} ticks={done} showId={file.show.id} />
              ))}
            </Group>
          )}
        </Box>
      </OnPaper>
    </IsOver>
  );
}

const keyOf = (thing: Thing, crateId = 'loose') => `${crateId}:${thing.goodId}`;

function Crate({
  crate,
  up,
  ticks,
  showId,
}: {
  crate: PackedCrate;
  up: number;
  ticks: Tick[];
  showId: string;
}) {
  return (
    <Group
      title={crate.name}
      about={`${crate.kg.toFixed(1)} of ${crate.limitKg} kg, ${crate.litres.toFixed(0)} of ${crate.insideL} L · first needed ${formatClock(up + crate.firstS)} · from the bottom up`}
    >
      {crate.things.map((t) => (
        <Line
          key={t.goodId}
          thing={t}
          crateId={crate.crateId}
          about={t.storage === 'ordinary' ? '' : t.storage}
          ticks={ticks}
          showId={showId}
        />
      ))}
    </Group>
  );
}

function Group({ title, about, children }: { title: string; about: string; children: React.ReactNode }) {
  const isOver = useContext(IsOver);
  return (
    <Paper variant="outlined" component="section" aria-label={title} sx={{ p: 3 }}>
      <Box sx={{ display: 'grid', gridTemplateColumns: columns(isOver), alignItems: 'end' }}>
        <Box>
          <Typography variant="h3">{title}</Typography>
          <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
            {about}
          </Typography>
        </Box>
        <Typography color="textSecondary" sx={{ fontSize: 'small', textAlign: 'center' }}>
          out
        </Typography>
        {isOver && (
          <Typography color="textSecondary" sx={{ fontSize: 'small', textAlign: 'center' }}>
            home
          </Typography>
        )}
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {children}
      </Box>
    </Paper>
  );
}

function Line({
  thing,
  about,
  ticks,
  showId,
  crateId,
}: {
  thing: Thing;
  about: string;
  ticks: Tick[];
  showId: string;
  crateId?: string;
}) {
  const tick = useTick(showId);
  const isOver = useContext(IsOver);
  const key = keyOf(thing, crateId);
  const box = (way: 'out' | 'home', words: string) => {
    const on = ticks.some((t) => t.way === way && t.key === key);
    return (
      <Checkbox
        checked={on}
        onChange={() => tick.mutate({ way, key, done: !on })}
        slotProps={{ input: { 'aria-label': `${thing.name} ${words}` } }}
        sx={{ width: 44, height: 44 }}
      />
    );
  };
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: columns(isOver),
        alignItems: 'center',
        borderTop: 1,
        borderColor: 'divider',
      }}
    >
      <Box>
        {thing.words} {thing.name}
        {about && (
          <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
            {about}
          </Typography>
        )}
      </Box>
      {box('out', 'loaded')}
      {isOver && box('home', 'home again')}
    </Box>
  );
}
