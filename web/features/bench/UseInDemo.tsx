import { figuresFor, timesOf, type Bench, DemoBench, type Demo, type Stored } from '@hearty/core';
import {
  Alert,
  Autocomplete,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  Typography,
} from '@mui/material';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { FieldOf } from '../../kit/fields';
import { findInput, OneOf } from '../../kit/Find';
import { newId } from '../../session/ids';
import { useDocuments, useLibrary, useSave } from '../../session/queries';
import { asHeld, type Values } from './values';

/** Takes a bench as it stands into a demo: its inputs, what it gives to the consumables, and its limits. */
export function UseInDemo({ bench, set, onClose }: { bench: Bench; set: Values; onClose: () => void }) {
  const demos = useDocuments('demos').data ?? [];
  const [stored, setStored] = useState<Stored<Demo> | null>(null);
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle>Use this in a demo</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 4, pt: '8px !important' }}>
        <Autocomplete
          options={demos}
          getOptionLabel={(d) => d.body.title}
          getOptionKey={(d) => d.id}
          value={stored}
          onChange={(_e, demo) => setStored(demo)}
          renderInput={findInput('Demo')}
        />
        {stored && <Taking key={stored.id} bench={bench} set={set} stored={stored} onClose={onClose} />}
      </DialogContent>
      {!stored && (
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
        </DialogActions>
      )}
    </Dialog>
  );
}

function Taking({
  bench,
  set,
  stored,
  onClose,
}: {
  bench: Bench;
  set: Values;
  stored: Stored<Demo>;
  onClose: () => void;
}) {
  const demo = stored.body;
  const held = demo.benches?.find((b) => b.benchId === bench.id);
  const goods = useLibrary().data?.goods ?? [];
  const [amounts, setAmounts] = useState<Readonly<Record<string, string>>>(
    Object.fromEntries(held?.amounts.map((a) => [a.goodId, a.figure]) ?? []),
  );
  const [times, setTimes] = useState<Readonly<Record<string, string>>>(
    Object.fromEntries(held?.times?.map((t) => [t.taskId, t.figure]) ?? []),
  );
  const [limits, setLimits] = useState(held?.limits ?? true);
  const [foretells, setForetells] = useState(held?.foretells ?? '');
  const save = useSave('demos');
  const { enqueueSnackbar } = useSnackbar();
  const navigate = useNavigate();
  const used = new Set(demo.consumables.map((c) => c.goodId));
  const take = () => {
    // What goes with a parameter of the demo stays so.
    const follow = (held?.inputs ?? []).filter((i) => i.parameterId !== undefined);
    const own = asHeld(set).filter((i) => !follow.some((f) => f.name === i.name));
    const timed = demo.prep.flatMap(({ id }) => (times[id] ? [{ taskId: id, figure: times[id] }] : []));
    const next: DemoBench = {
      id: held?.id ?? newId().slice(-10),
      benchId: bench.id,
      inputs: [...follow, ...own],
      amounts: Object.entries(amounts).flatMap(([goodId, figure]) =>
        figure && used.has(goodId) ? [{ goodId, figure }] : [],
      ),
      ...(timed.length > 0 && { times: timed }),
      limits,
      ...(foretells && { foretells }),
    };
    const taken = new Set(next.amounts.map((a) => a.goodId));
    const others = (demo.benches ?? [])
      .filter((b) => b.id !== next.id)
      // An amount and a time come from one calculator: from the one taken last.
      .map((b) => ({
        ...b,
        amounts: b.amounts.filter((a) => !taken.has(a.goodId)),
        ...(b.times && { times: b.times.filter((t) => !times[t.taskId]) }),
      }));
    const body = { ...demo, benches: [...others, next] };
    save.mutate(
      { id: stored.id, version: stored.version, body },
      {
        onSuccess: () => {
          enqueueSnackbar(`“${demo.title}” uses this calculator now.`);
          void navigate(`/demos/${demo.id}`);
        },
      },
    );
  };
  return (
    <>
      {held && <Typography>It uses this calculator already: these inputs replace the ones there.</Typography>}
      <Typography color="textSecondary">
        Room values (temperature, humidity, size) come from each show’s venue unless you typed them here.
      </Typography>
      {[...used].map((goodId) => {
        const good = goods.find((g) => g.id === goodId);
        const figures = good ? figuresFor(bench, good) : [];
        return figures.length === 0 ? null : (
          <OneOf
            key={goodId}
            label={`${good!.name}: amount from`}
            value={amounts[goodId] ?? ''}
            any="as written in the demo"
            options={figures.map(({ name, label, unit }) => ({ value: name, label: `${label}, ${unit}` }))}
            onValue={(figure) => setAmounts({ ...amounts, [goodId]: figure })}
          />
        );
      })}
      {timesOf(bench).length > 0 &&
        demo.prep.map(({ id, title }) => (
          <OneOf
            key={id}
            label={`“${title}”: is ready after`}
            value={times[id] ?? ''}
            any="as written in the demo"
            options={timesOf(bench).map(({ name, label }) => ({ value: name, label }))}
            onValue={(figure) => setTimes({ ...times, [id]: figure })}
          />
        ))}
      {demo.reading && (
        <OneOf
          label={`“${demo.reading.title}” is its`}
          value={foretells}
          any="none of it"
          options={Object.entries(bench.outputs).map(([value, { label }]) => ({ value, label }))}
          onValue={setForetells}
        />
      )}
      <FieldOf type={DemoBench} name="limits" value={limits} onValue={setLimits} />
      {save.error && (
        <Alert severity="error">
          {save.error.code === 'stale'
            ? 'The demo was changed meanwhile: close this and open it again.'
            : `${save.error.message} Nothing was changed.`}
        </Alert>
      )}
      <DialogActions sx={{ px: 0 }}>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={save.isPending} onClick={take}>
          Use it in “{demo.title}”
        </Button>
      </DialogActions>
    </>
  );
}
