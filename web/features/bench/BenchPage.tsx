import { BENCHES, type Attempt, type Bench, type Value, type Worked } from '@hearty/core';
import { Alert, Box, Button, Link, Typography } from '@mui/material';
import { useEffect, useMemo, useState } from 'react';
import { Link as RouterLink, useParams, useSearchParams } from 'react-router';
import { OnPaper } from '../../kit/paper';
import { PageHead } from '../../kit/States';
import { useAttempts, useLibrary } from '../../session/queries';
import { useSettings } from '../../session/settings';
import { Around } from './Around';
import { BenchCard } from './BenchCard';
import { Curve } from './Curve';
import { Inputs } from './Inputs';
import { Levels } from './Levels';
import { SceneOf } from './SceneOf';
import { limitSaid } from './said';
import { followerOf, pointsOf } from './seen';
import { UseInDemo } from './UseInDemo';
import { baseOf, fromAddress, setOf, takenBy, toAddress } from './values';
import { Findings, Results, Working } from './Working';
import { PrintIcon } from '../../kit/icons';

export function BenchPage() {
  const { benchId } = useParams();
  const bench = BENCHES.find((b) => b.id === benchId);
  return bench ? (
    <BenchOpen key={bench.id} bench={bench} />
  ) : (
    <Typography variant="h1">There is no such calculator.</Typography>
  );
}

const NONE: readonly Attempt[] = [];

/** One bench: what goes in, the answer in a sentence, pictures that move as one types, and how it was worked out. */
function BenchOpen({ bench }: { bench: Bench }) {
  const [params, setParams] = useSearchParams();
  const { data: library } = useLibrary();
  const { benchVenueId, setBenchVenue, useBench: used } = useSettings();
  useEffect(() => used(bench.id), [used, bench.id]);
  // What cannot be read stays in its field; what can is in the address, to be shared.
  const [typed, setTyped] = useState<Readonly<Record<string, unknown>>>({});
  // What is being slid; it is in the address once it is let go.
  const [slid, setSlid] = useState<Readonly<Record<string, Value>>>({});
  const [beside, setBeside] = useState<Worked>();
  const [using, setUsing] = useState(false);
  const venueId = params.get('in') ?? benchVenueId ?? '';
  const goodId = params.get('of') ?? '';
  const venue = library?.venues.find((v) => v.id === venueId);
  const good = library?.goods.find((g) => g.id === goodId);
  const taken = useMemo(() => takenBy(bench, venue, good), [bench, venue, good]);
  const base = useMemo(() => baseOf(bench, taken), [bench, taken]);
  const kept = useMemo(() => fromAddress(bench, params, base), [bench, params, base]);
  const values = useMemo(() => ({ ...kept, ...slid }), [kept, slid]);
  const wrong = Object.values(typed).some((v) => v !== undefined);
  const around = { ...(venue && { in: venue.id }), ...(good && { of: good.id }) };
  const go = (address: Record<string, string>) =>
    setParams(address, { replace: true, preventScrollReset: true, flushSync: true });
  const set = (name: string, value: Value) =>
    go({ ...around, ...toAddress({ ...kept, [name]: value }, base) });
  const place = (more: { in?: string; of?: string }) => {
    const next = { ...around, ...more };
    go({
      ...(next.in && { in: next.in }),
      ...(next.of && { of: next.of }),
      ...toAddress(kept, base),
    });
  };
  const worked = bench.work(values);
  const follower = useMemo(() => followerOf(library?.demos ?? [], bench.id), [library, bench]);
  const { data: attempts } = useAttempts(follower?.demo.id);
  const seen = useMemo(
    () => follower && { over: follower.over, output: follower.output, points: pointsOf(attempts ?? NONE) },
    [follower, attempts],
  );
  const users = library?.demos.filter((d) => d.benches?.some((b) => b.benchId === bench.id)) ?? [];
  return (
    <OnPaper title={bench.title} paper={() => <BenchCard bench={bench} values={values} worked={worked} />}>
      <PageHead title={bench.question} window={bench.title}>
        <Button startIcon={<PrintIcon />} onClick={() => window.print()}>
          Print a card
        </Button>
        <Button variant="contained" disabled={wrong} onClick={() => setUsing(true)}>
          Use this in a demo
        </Button>
      </PageHead>
      {using && (
        <UseInDemo
          bench={bench}
          // The room is that of each show; the strength is the one that is seen here.
          set={setOf(values, baseOf(bench, takenBy(bench, venue, undefined)))}
          onClose={() => setUsing(false)}
        />
      )}
      <Box
        sx={{
          display: 'grid',
          columnGap: 6,
          rowGap: 4,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '280px minmax(0, 1fr)' },
          gridTemplateRows: { md: 'auto 1fr' },
          gridTemplateAreas: {
            xs: '"verdict" "inputs" "rest"',
            md: '"inputs verdict" "inputs rest"',
          },
        }}
      >
        <Box
          component="section"
          aria-label="Inputs"
          sx={{ gridArea: 'inputs', display: 'grid', gap: 2, alignContent: 'start' }}
        >
          <Around
            bench={bench}
            venues={library?.venues ?? []}
            goods={library?.goods ?? []}
            venueId={venue ? venueId : ''}
            goodId={good ? goodId : ''}
            onVenue={(id) => {
              setBenchVenue(id || undefined);
              place({ in: id });
            }}
            onGood={(id) => place({ of: id })}
          />
          <Inputs
            bench={bench}
            values={values}
            typed={typed}
            taken={taken}
            onValue={(name, value, read) => {
              setTyped((t) => ({ ...t, [name]: read === undefined ? value : undefined }));
              if (read !== undefined) set(name, read);
            }}
            onSlide={(name, value, done) => {
              setTyped((t) => ({ ...t, [name]: undefined }));
              if (!done) return setSlid((s) => ({ ...s, [name]: value }));
              setSlid({});
              set(name, value);
            }}
          />
          <Button sx={{ justifySelf: 'start' }} onClick={() => (setTyped({}), setSlid({}), go(around))}>
            Reset
          </Button>
        </Box>
        {/* On a phone it stays in sight while one types below it. */}
        <Box sx={verdictSx}>
          {wrong && (
            <Alert severity="warning" role="status">
              An input cannot be read. The result is still the one for the values before.
            </Alert>
          )}
          <Typography variant="h2" role="status" sx={{ overflowWrap: 'anywhere' }}>
            {worked.verdict}
          </Typography>
        </Box>
        <Box sx={{ gridArea: 'rest', display: 'grid', gap: 4, alignContent: 'start', minWidth: 0 }}>
          <Findings worked={worked} />
          <Box
            sx={{
              display: 'grid',
              gap: 4,
              alignItems: 'end',
              gridTemplateColumns: {
                xs: 'minmax(0, 1fr)',
                lg: bench.scene ? 'minmax(0, 1fr) minmax(0, 1.4fr)' : 'minmax(0, 1fr)',
              },
            }}
          >
            <SceneOf bench={bench} values={values} />
            <Curve key={follower?.demo.id ?? ''} bench={bench} values={values} seen={seen} />
          </Box>
          <Results bench={bench} worked={worked} beside={beside} />
          {worked.limits?.map((limit) => (
            <Typography key={limit.what}>
              Must be true: {limit.what}, {limitSaid(limit)}.
            </Typography>
          ))}
          <Button
            variant="outlined"
            sx={{ justifySelf: 'start' }}
            onClick={() => setBeside(beside ? undefined : worked)}
          >
            {beside ? 'Stop comparing' : 'Compare with other inputs'}
          </Button>
          <Levels
            key={follower?.demo.id}
            bench={bench}
            values={values}
            follower={follower}
            attempts={attempts ?? NONE}
          />
          <Working worked={worked} />
          {users.length > 0 && (
            <Typography>
              Used by{' '}
              {users.map((d, i) => (
                <span key={d.id}>
                  {i > 0 && ', '}
                  <Link component={RouterLink} to={`/demos/${d.id}`} color="inherit">
                    {d.title}
                  </Link>
                </span>
              ))}
              .
            </Typography>
          )}
        </Box>
      </Box>
    </OnPaper>
  );
}

const verdictSx = {
  gridArea: 'verdict',
  display: 'grid',
  gap: 2,
  minWidth: 0,
  position: { xs: 'sticky', md: 'static' },
  top: 0,
  zIndex: 2,
  py: { xs: 2, md: 0 },
  bgcolor: 'background.default',
} as const;
