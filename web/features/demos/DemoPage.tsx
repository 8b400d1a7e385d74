import { Alert, Box, Button, Chip, Typography } from '@mui/material';
import {
  formatAmount,
  formatDuration,
  formatKitchen,
  stepsTiming,
  likelyCauses,
  Demo,
  detailsOf,
  type FoundCause,
  type Parameter,
  type PrepTask,
  type Reading,
  PER_WORDS,
  unwritten,
  wornIn,
  wornSaid,
  usualCautions,
} from '@hearty/core';
import { lazy, Suspense, type ReactNode } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useDocument, useLibrary, useSaid } from '../../session/queries';
import { Details } from '../../kit/fields';
import { ExpectedPictures } from '../../kit/pictures';
import { Failed } from '../../kit/Failed';
import { Loading, PageHead } from '../../kit/States';
import { HazardChip } from '../../kit/HazardChip';
import { useSayWithUndo } from '../../session/useSayWithUndo';
import { SaidOf } from '../logbook/SaidOf';
import { EditIcon } from '../../kit/icons';

/** One demo of the library, to read: steps, prep, kit, cautions, faults and its record. */
export function DemoPage() {
  const { demoId = '' } = useParams();
  const kept = useDocument('demos', demoId);
  const library = useLibrary();
  const remarks = useSaid(demoId);
  const navigate = useNavigate();
  const removeWithUndo = useSayWithUndo('demos');
  if (library.error) return <Failed error={library.error} again={() => void library.refetch()} />;
  if (!library.data) return <Loading what="the demo" />;
  const demo = library.data.demos.find((d) => d.id === demoId);
  if (!demo) return <Typography variant="h1">This demo was deleted.</Typography>;
  const total = stepsTiming(demo);
  const goods = new Map(library.data.goods.map((g) => [g.id, g]));
  const goodName = (id: string) => library.data.goods.find((g) => g.id === id)?.name ?? id;
  const titleOf = (id: string) =>
    goods.get(id)?.name ??
    library.data?.demos.find((d) => d.id === id)?.title ??
    demo.parameters?.find((p) => p.id === id)?.title ??
    demo.steps.find((step) => step.id === id)?.text ??
    id;
  const amountIn = (need: object) =>
    'goodId' in need ? { unit: goods.get(String(need.goodId))?.unit ?? 'piece' } : undefined;
  const unit = (id: string) => library.data.goods.find((g) => g.id === id)?.unit ?? 'piece';
  return (
    <Box sx={{ maxWidth: 1120 }}>
      <PageHead title={demo.title}>
        <Button
          color="error"
          disabled={!kept.data}
          onClick={() =>
            kept.data && void removeWithUndo(kept.data, demo.title, () => void navigate('/demos'))
          }
        >
          Delete
        </Button>
        <Button variant="contained" startIcon={<EditIcon />} component={Link} to={`/demos/${demo.id}/edit`}>
          Edit
        </Button>
      </PageHead>
      <Typography sx={{ fontSize: 'head', maxWidth: '70ch' }}>{demo.shows}</Typography>
      <Typography color="textSecondary" sx={{ maxWidth: '70ch', mb: 3 }}>
        {demo.teaches}
      </Typography>
      {unwritten(demo).length > 0 && (
        <Typography sx={{ mb: 3 }}>
          Still to fill in: {unwritten(demo).join(', ')}.{' '}
          <Link to={`/demos/${demo.id}/edit`}>Fill it in</Link>
        </Typography>
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mb: 4 }}>
        {[
          demo.topic,
          demo.mark,
          `${formatDuration(total.likelyS)} (${formatDuration(total.bestS)} to ${formatDuration(total.worstS)})`,
          demo.helpers > 0 && `${demo.helpers} ${demo.helpers === 1 ? 'helper' : 'helpers'}`,
          demo.volunteers > 0 &&
            `${demo.volunteers} ${demo.volunteers === 1 ? 'volunteer' : 'volunteers'}${demo.volunteersChange ? ', others for each showing' : ''}`,
        ]
          .filter(Boolean)
          .map((word) => (
            <Chip key={String(word)} label={word} sx={{ borderRadius: 1 }} />
          ))}
        {demo.hazards.map((h) => (
          <HazardChip key={h} hazard={h} />
        ))}
      </Box>
      <Box
        sx={{
          display: 'grid',
          gap: 8,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 3fr) minmax(0, 2fr)' },
        }}
      >
        <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr)', gap: 6, alignContent: 'start' }}>
          <Block title="Steps">
            <Box component="ol" sx={{ pl: 6, m: 0, '& li': { mb: 1.5 } }}>
              {demo.steps.map((s) => (
                <li key={s.id}>
                  <Box component="span" sx={{ color: 'text.secondary' }}>
                    {s.kind}
                    {s.showing && ` (${SHOWING[s.showing]})`}
                    {s.by && `, by a ${s.by}`}:{' '}
                  </Box>
                  <Box component="span" sx={{ fontWeight: s.kind === 'shout' ? 700 : 400 }}>
                    {s.text}
                  </Box>{' '}
                  <Box component="span" sx={{ color: 'text.secondary', whiteSpace: { sm: 'nowrap' } }}>
                    {formatDuration(s.likelyS)}
                    {s.timer &&
                      ` · ${s.timer.label}: ${formatDuration(s.timer.fromS)} to ${formatDuration(s.timer.toS)}`}
                  </Box>
                </li>
              ))}
            </Box>
            <Typography color="textSecondary" sx={{ mt: 2 }}>
              Showing it again takes{' '}
              {demo.furtherS === undefined ? 'as long as its steps' : formatDuration(demo.furtherS)}, a retry{' '}
              {formatDuration(demo.retryS)}.{demo.coverLine && ` If it fails in the end: “${demo.coverLine}”`}
            </Typography>
          </Block>
          {demo.pictures && demo.pictures.length > 0 && (
            <Block title="How it should look">
              <ExpectedPictures expected={[{ subject: demo.title, pictures: demo.pictures }]} />
            </Block>
          )}
          <Suspense>
            <Trials demo={demo} />
          </Suspense>
          <Block title="Preparation">
            <Prep demo={demo} />
          </Block>
          <Block title="Known faults">
            <Faults demo={demo} found={library.data.record.find((r) => r.demoId === demo.id)?.causes ?? []} />
          </Block>
        </Box>
        <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr)', gap: 6, alignContent: 'start' }}>
          <Block title="Record">
            <Suspense>
              <RecordOf demo={demo} />
            </Suspense>
          </Block>
          {remarks.data && remarks.data.length > 0 && (
            <Block title="Debrief notes">
              <SaidOf lines={remarks.data} most={12} />
            </Block>
          )}
          {(demo.cautions.length > 0 || demo.hazards.length > 0) && (
            <Alert
              severity="warning"
              icon={false}
              sx={{ borderLeft: 3, borderColor: 'warning.main', '& .MuiAlert-message': { width: '100%' } }}
            >
              <Typography variant="h2" sx={{ mb: 1 }}>
                Cautions
              </Typography>
              <Box component="ul" sx={{ pl: 5, m: 0 }}>
                {[
                  ...(demo.cautions.length > 0 ? demo.cautions : usualCautions(demo.hazards)),
                  ...wornSaid(wornIn(demo, goods)),
                ].map((c) => (
                  <li key={c}>{c}</li>
                ))}
              </Box>
              <Typography sx={{ mt: 2, fontSize: 'small' }}>
                Local codes, the venue’s rules, the supplier’s safety data sheet and trained people come
                first; where they differ from this page, they are right.
              </Typography>
            </Alert>
          )}
          <Block title="Kit">
            <Plain
              list={demo.kit.map(
                (k) =>
                  `${k.count} × ${goodName(k.goodId)}${k.turnRoundS ? `, ${formatDuration(k.turnRoundS)} before the next use` : ''}`,
              )}
            />
          </Block>
          <Block title="Consumables">
            <Plain
              list={demo.consumables.map((c) => {
                const kitchen = formatKitchen(c.amount, unit(c.goodId));
                return `${goodName(c.goodId)}: ${formatAmount(c.amount, unit(c.goodId))}${kitchen && ` (${kitchen})`} per ${PER_WORDS[c.per]}${grows(demo, c.scalesWith)}${c.wastePct ? `, ${c.wastePct} % waste` : ''}${fromBench(demo, c.goodId) ? '; a calculator works it out for each show' : ''}`;
              })}
            />
          </Block>
          {demo.reading && <Block title="Measured after each attempt">{readingSaid(demo.reading)}</Block>}
          {(demo.parameters?.length ?? 0) > 0 && (
            <Block title="Settings">
              <Plain list={demo.parameters!.map(parameterSaid)} />
            </Block>
          )}
          {demo.benches && demo.benches.length > 0 && (
            <Block title="Calculators">
              <Suspense>
                <BenchesOf demo={demo} goodName={goodName} />
              </Suspense>
            </Block>
          )}
          <Block title="Checks before doors">
            <Plain
              list={demo.conditions.map(
                (c) =>
                  `${c.what}${c.kind === 'measured' ? `: ${[c.min !== undefined && `at least ${c.min}`, c.max !== undefined && `at most ${c.max}`].filter(Boolean).join(', ')} ${c.unit ?? ''}` : ''}`,
              )}
            />
          </Block>
        </Box>
      </Box>
      <Box component="details" sx={{ mt: 8 }}>
        <Typography component="summary" variant="h2" sx={{ cursor: 'pointer', mb: 3 }}>
          All fields
        </Typography>
        <Details details={detailsOf(Demo, demo, titleOf, amountIn)} />
      </Box>
    </Box>
  );
}

// Its charts come after the words.
const RecordOf = lazy(async () => ({ default: (await import('./RecordOf')).RecordOf }));
// The chart is only for demos of which something was tried.
const Trials = lazy(async () => ({ default: (await import('./Trials')).Trials }));
// The benches come with their formulas: only a demo that holds one loads them.
const BenchesOf = lazy(async () => ({ default: (await import('./BenchesOf')).BenchesOf }));

/** What may be seen, with its causes as they are offered on stage: the likeliest by list and log first. */
function Faults({ demo, found }: { demo: Demo; found: readonly FoundCause[] }) {
  const symptoms = [...new Set([...demo.faults, ...found].map((f) => f.symptom))];
  if (symptoms.length === 0) return 'None.';
  return symptoms.map((symptom) => (
    <Box key={symptom} sx={{ mb: 3, overflowWrap: 'anywhere' }}>
      <Typography sx={{ fontWeight: 700 }}>{symptom}</Typography>
      <Box component="ul" sx={{ pl: 5, m: 0 }}>
        {likelyCauses(
          demo.faults.find((f) => f.symptom === symptom),
          found,
          symptom,
        ).map((c) => (
          <li key={c.cause}>
            <b>{c.cause}</b>
            {c.cure || c.quickTest ? `: ${[c.quickTest, c.cure].filter(Boolean).join(' → ')}` : ''}
            <Box component="span" sx={{ color: 'secondary.main' }}>
              {c.times > 0 && ` (found ${c.times === 1 ? 'once' : `${c.times} times`}`}
              {c.triedAgain > 0 && `; it then worked ${c.helped} of ${c.triedAgain}`}
              {c.times > 0 && ')'}
            </Box>
          </li>
        ))}
      </Box>
    </Box>
  ));
}

const fromBench = (demo: Demo, goodId: string) =>
  demo.benches?.some((b) => b.amounts.some((a) => a.goodId === goodId)) ?? false;

const isWorkedOut = (demo: Demo, { id }: PrepTask) =>
  demo.benches?.some((b) => b.times?.some((t) => t.taskId === id)) ?? false;

const SHOWING = { first: 'first showing', further: 'further showings', last: 'last showing' };

const grows = (demo: Demo, id: string | undefined): string => {
  const parameter = demo.parameters?.find((p) => p.id === id);
  return parameter ? `, growing with ${parameter.title}` : '';
};

const parameterSaid = ({ title, names, usual, min, max, unit = '' }: Parameter): string =>
  names
    ? `${title}: ${names.join(', ')}`
    : `${title}: ${`${min} to ${max} ${unit}`.trim()}, usually ${usual}`;

const readingSaid = ({ title, kind, words = [], min, max, unit = '' }: Reading): string =>
  kind === 'choice'
    ? `${title}: ${words.join(', ')}`
    : `${title}${min === undefined && max === undefined ? '' : `, ${[min, max].filter((n) => n !== undefined).join(' to ')}`} ${unit}`;

const Block = ({ title, children }: { title: string; children: ReactNode }) => (
  <section>
    <Typography variant="h2" sx={{ mb: 1.5 }}>
      {title}
    </Typography>
    {children}
  </section>
);

const Plain = ({ list }: { list: string[] }) =>
  list.length ? (
    <Box component="ul" sx={{ pl: 5, m: 0 }}>
      {list.map((text) => (
        <li key={text}>{text}</li>
      ))}
    </Box>
  ) : (
    <Typography color="textSecondary">Nothing.</Typography>
  );

function Prep({ demo }: { demo: Demo }) {
  const words = (t: PrepTask) =>
    [
      `${formatDuration(t.handsOnS)} of hands`,
      t.who.kind !== 'anyone' && `by ${t.who.kind} ${t.who.value}`,
      isWorkedOut(demo, t)
        ? 'ready when its calculator says'
        : t.readyAfterS > 0 && `ready ${formatDuration(t.readyAfterS)} later`,
      t.staleAfterS !== undefined && `stale after ${formatDuration(t.staleAfterS)}`,
      t.beforeDoors && 'before doors',
      t.afterTaskId && `after “${demo.prep.find((p) => p.id === t.afterTaskId)?.title}”`,
    ]
      .filter(Boolean)
      .join(' · ');
  if (demo.prep.length === 0) return <Typography color="textSecondary">None.</Typography>;
  return (
    <>
      <Plain list={demo.prep.map((t) => `${t.title} (${words(t)})`)} />
      {demo.reset && (
        <Typography sx={{ mt: 1 }}>
          Afterwards: {demo.reset.title}, {formatDuration(demo.reset.handsOnS)}
          {demo.reset.inView ? ', in view' : ''}.
        </Typography>
      )}
    </>
  );
}
