import { Alert, Box, Button, Typography } from '@mui/material';
import {
  BLANK,
  blankDemo,
  Demo,
  demoProblems,
  formatDuration,
  stepsTiming,
  touched,
  type Stored,
} from '@hearty/core';
import { useSnackbar } from 'notistack';
import { useRef, type FormEvent, type ReactNode } from 'react';
import { useWatch } from 'react-hook-form';
import { useBlocker, useNavigate, useParams } from 'react-router';
import { FieldIn, FormOf, refusals } from '../../kit/fields';
import { NotSaved } from '../../kit/FormDialog';
import { useDocument, useDocuments } from '../../session/queries';
import { PicturesField } from '../../session/PicturesField';
import { useDocumentForm } from '../../session/useDocumentForm';
import { Failed } from '../../kit/Failed';
import { Loading, PageHead } from '../../kit/States';
import {
  Benches,
  Conditions,
  Consumables,
  Faults,
  GasRows,
  Kit,
  Parameters,
  Prep,
  ReadingFields,
  ResetFields,
  Steps,
  Variants,
  WornRows,
} from './lists';
import { SpanPreview } from './SpanPreview';

/** Every field of a demo. Nothing is saved until all of it is right. */
export function DemoEditor() {
  const { demoId = '' } = useParams();
  const kept = useDocument('demos', demoId);
  if (kept.error) return <Failed error={kept.error} again={() => void kept.refetch()} />;
  if (kept.data === undefined) return <Loading what="the demo" />;
  const stored = kept.data;
  return <EditForm key={demoId} stored={stored ?? { id: demoId, version: 0, body: newDemo(demoId) }} />;
}

function EditForm({ stored }: { stored: Stored<Demo> }) {
  const demo = stored.body;
  const navigate = useNavigate();
  const { enqueueSnackbar } = useSnackbar();
  const { form, trouble, saving, isNew, discard, save } = useDocumentForm('demos', Demo, stored, {
    called: 'demo',
    whole: demoProblems,
    onSaved: ({ title }) => {
      enqueueSnackbar(`“${title}” is saved.`);
      leaving.current = true;
      void navigate(`/demos/${demo.id}`);
    },
  });
  const { isDirty } = form.formState;
  // Set at the moment of leaving after a save, before the form has heard that it is clean.
  const leaving = useRef(false);
  const blocker = useBlocker(() => isDirty && !leaving.current);
  const submit = (event: FormEvent) => {
    // Rows that nobody wrote anything in are not kept, and stand in nobody's way.
    for (const list of LISTS) {
      const rows: readonly object[] = form.getValues(list) ?? [];
      const kept = touched(list, rows);
      if (kept !== rows) form.setValue(list, [...kept] as never);
    }
    void form.handleSubmit(save)(event);
  };
  return (
    <FormOf type={Demo} form={form}>
      <Box component="form" noValidate onSubmit={submit} sx={{ maxWidth: 1120 }}>
        <Box sx={{ position: { md: 'sticky' }, top: 0, zIndex: 5, bgcolor: 'background.default', pt: 2 }}>
          <PageHead
            title={isNew ? 'New demo' : demo.title}
            window={isNew ? 'New demo' : `Changing ${demo.title}`}
          >
            <Total />
            <Button onClick={() => void navigate(isNew ? '/demos' : `/demos/${demo.id}`)}>Cancel</Button>
            <Button type="submit" variant="contained" disabled={saving}>
              Save
            </Button>
          </PageHead>
        </Box>
        <Contents />
        {blocker.state === 'blocked' && (
          <Alert
            severity="warning"
            sx={{ mb: 4 }}
            action={
              <>
                <Button color="inherit" onClick={() => blocker.reset()}>
                  Stay
                </Button>
                <Button
                  color="inherit"
                  onClick={() => {
                    discard();
                    blocker.proceed();
                  }}
                >
                  Discard changes
                </Button>
              </>
            }
          >
            This demo has changes that are not saved.
          </Alert>
        )}
        <NotSaved type={Demo} form={form} />
        {trouble}
        <SpanPreview />
        <Part title="What it is">
          <FieldIn name="title" />
          <FieldIn name="shows" />
          <FieldIn name="teaches" />
          <Row>
            <FieldIn name="topic" />
            <FieldIn name="mark" />
            <FieldIn name="spots" />
            <FieldIn name="socket" />
          </Row>
          <Row>
            <FieldIn name="guessOdds" />
            <FieldIn name="intensity" />
          </Row>
          <Row>
            <FieldIn name="helpers" />
            <FieldIn name="volunteers" />
            <FieldIn name="showings" />
            <FieldIn name="retries" />
            <VolunteersChange />
          </Row>
          <Row>
            <FieldIn name="furtherS" />
            <FieldIn name="retryS" />
            <FieldIn name="coverLine" sx={{ gridColumn: { md: 'span 2' } }} />
            <FieldIn name="coverS" />
            <StandBy id={demo.id} />
          </Row>
        </Part>
        <Part title="Steps">
          <Steps />
        </Part>
        <Part title="Preparation">
          <Prep />
        </Part>
        <Part title="Reset">
          <ResetFields />
        </Part>
        <Part title="Kit">
          <Kit />
        </Part>
        <Part title="Consumables">
          <Consumables />
        </Part>
        <Part title="Safety">
          <Typography color="textSecondary">
            Local codes, the venue’s rules, the supplier’s safety data sheet and trained people come first.
          </Typography>
          <Row>
            <FieldIn name="hazards" />
            <FieldIn name="skills" />
          </Row>
          <FieldIn name="cautions" />
          <Row>
            <FieldIn name="clearM" />
            <FieldIn name="heightM" />
            <FieldIn name="audienceM" />
            <FieldIn name="powerW" />
            <FieldIn name="peakDB" />
            <FieldIn name="peakAtM" />
            <FieldIn name="burntG" />
          </Row>
          <Row>
            <FieldIn name="needs" sx={{ gridColumn: { md: 'span 2' } }} />
            <FieldIn name="notFor" sx={{ gridColumn: { md: 'span 2' } }} />
          </Row>
          <GasRows />
        </Part>
        <Part title="What is worn">
          <WornRows />
        </Part>
        <Part title="Parameters">
          <Parameters />
        </Part>
        <Part title="Variants">
          <Variants />
        </Part>
        <Part title="What is measured">
          <ReadingFields />
        </Part>
        <Part title="Worked out by a calculator">
          <Benches />
        </Part>
        <Part title="How the set-up should look">
          <PicturesField name="pictures" subject={demo.title || 'this demo'} />
        </Part>
        <Part title="Must be true before doors">
          <Conditions />
        </Part>
        <Part title="Known faults">
          <Faults />
        </Part>
        <Button type="submit" variant="contained" disabled={saving} sx={{ mb: 10 }}>
          Save
        </Button>
      </Box>
    </FormOf>
  );
}

/** The lists whose empty rows are let go. */
const LISTS = [
  'steps',
  'prep',
  'kit',
  'consumables',
  'worn',
  'parameters',
  'variants',
  'benches',
  'conditions',
  'faults',
  'gives',
] as const;

/** What goes on instead if this demo is a no-go. */
function StandBy({ id }: { id: string }) {
  const demos = useDocuments('demos').data ?? [];
  return (
    <FieldIn
      name="standByDemoId"
      options={demos.filter((d) => d.id !== id).map((d) => ({ value: d.id, label: d.body.title }))}
    />
  );
}

function VolunteersChange() {
  const volunteers = useWatch({ name: 'volunteers' }) as unknown;
  return typeof volunteers === 'number' && volunteers > 0 ? (
    <FieldIn name="volunteersChange" whileShown />
  ) : null;
}

/** How long the steps take together, while one types. */
function Total() {
  const demo = useWatch<Demo>() as Demo;
  if (refusals(demo.steps).length) return null;
  const { bestS, likelyS, worstS } = stepsTiming(demo);
  return (
    <Typography sx={{ color: 'secondary.main' }}>
      {formatDuration(likelyS)} ({formatDuration(bestS)} to {formatDuration(worstS)})
    </Typography>
  );
}

/** The parts of the form in their order, with the list that a part is about. */
const PARTS = {
  'What it is': undefined,
  Steps: 'steps',
  Preparation: 'prep',
  Reset: undefined,
  Kit: 'kit',
  Consumables: 'consumables',
  Safety: 'hazards',
  'What is worn': 'worn',
  Parameters: 'parameters',
  Variants: 'variants',
  'What is measured': undefined,
  'Worked out by a calculator': 'benches',
  'How the set-up should look': 'pictures',
  'Must be true before doors': 'conditions',
  'Known faults': 'faults',
} as const satisfies Record<string, keyof Demo | undefined>;
type PartTitle = keyof typeof PARTS;

const partId = (title: PartTitle) => `part-${title.replaceAll(' ', '-').toLowerCase()}`;

/** What the form holds, each a jump to its part, with how much is there. */
function Contents() {
  const demo = useWatch<Demo>() as Demo;
  const jump = (title: PartTitle) => {
    const part = document.getElementById(partId(title));
    part?.scrollIntoView({ block: 'start' });
    part?.focus({ preventScroll: true });
  };
  return (
    <Box component="nav" aria-label="Contents" sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mb: 4 }}>
      {(Object.entries(PARTS) as [PartTitle, keyof Demo | undefined][]).map(([title, list]) => {
        const entries = list && demo[list];
        const count = Array.isArray(entries) ? entries.length : 0;
        return (
          <Button key={title} size="small" onClick={() => jump(title)}>
            {title}
            {count > 0 && ` (${count})`}
          </Button>
        );
      })}
    </Box>
  );
}

const Part = ({ title, children }: { title: PartTitle; children: ReactNode }) => (
  <Box
    component="section"
    id={partId(title)}
    tabIndex={-1}
    sx={{ mb: 8, display: 'grid', gap: 3, scrollMarginTop: '84px' }}
  >
    <Typography variant="h2">{title}</Typography>
    {children}
  </Box>
);

const Row = ({ children }: { children: ReactNode }) => (
  <Box
    sx={{ display: 'grid', gap: 3, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr', md: 'repeat(4, 1fr)' } }}
  >
    {children}
  </Box>
);

const newDemo = (id: string): Demo => ({
  ...blankDemo(id),
  steps: [BLANK.steps('s1')],
});
