import { Alert, Box, Button, Typography } from '@mui/material';
import {
  blankDemo,
  check,
  Demo,
  demoProblems,
  formatDuration,
  HAZARDS,
  SKILLS,
  STATIONS,
  stepsTiming,
  TOPICS,
  type Stored,
} from '@hearty/core';
import { useSnackbar } from 'notistack';
import { useRef, type FormEvent, type ReactNode } from 'react';
import { FormProvider, useWatch } from 'react-hook-form';
import { useBlocker, useNavigate, useParams } from 'react-router';
import { resolverOf } from '../../kit/fields';
import { prune } from '../../kit/FormDialog';
import { useDocument, useDocuments } from '../../session/queries';
import { useDocumentForm } from '../../session/useDocumentForm';
import { Failed, Loading, PageHead } from '../../kit/States';
import { ChoiceInput, DurationInput, LinesInput, NumberInput, TextInput } from './fieldsOfForm';
import {
  Conditions,
  Consumables,
  Faults,
  Kit,
  Parameters,
  Prep,
  ResetFields,
  Steps,
  Variants,
} from './DemoLists';
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

const problemsOf = (demo: Demo) => {
  const checked = check(Demo, prune(demo));
  return checked.ok ? demoProblems(checked.value) : checked.problems;
};

function EditForm({ stored }: { stored: Stored<Demo> }) {
  const demo = stored.body;
  const navigate = useNavigate();
  const { enqueueSnackbar } = useSnackbar();
  const { form, trouble, saving, isNew, save } = useDocumentForm('demos', 'demo', stored, {
    resolver: resolverOf(problemsOf),
    onSaved: ({ title }) => {
      enqueueSnackbar(`“${title}” is saved.`);
      leaving.current = true;
      void navigate(`/demos/${demo.id}`);
    },
  });
  const { isDirty, isSubmitted, errors } = form.formState;
  // Set at the moment of leaving after a save, before the form has heard that it is clean.
  const leaving = useRef(false);
  const blocker = useBlocker(() => isDirty && !leaving.current);
  const submit = (event: FormEvent) => void form.handleSubmit(save)(event);
  const wrong = Object.keys(errors).length;
  return (
    <FormProvider {...form}>
      <Box component="form" noValidate onSubmit={submit} sx={{ maxWidth: 1120 }}>
        <PageHead title={isNew ? 'New demo' : demo.title}>
          <Total />
          <Button onClick={() => void navigate(isNew ? '/demos' : `/demos/${demo.id}`)}>Leave</Button>
          <Button type="submit" variant="contained" disabled={saving}>
            Save
          </Button>
        </PageHead>
        {blocker.state === 'blocked' && (
          <Alert
            severity="warning"
            sx={{ mb: 4 }}
            action={
              <>
                <Button color="inherit" onClick={() => blocker.reset()}>
                  Stay
                </Button>
                <Button color="inherit" onClick={() => blocker.proceed()}>
                  Leave without saving
                </Button>
              </>
            }
          >
            This demo has changes that are not saved.
          </Alert>
        )}
        {isSubmitted && wrong > 0 && (
          <Alert severity="error" sx={{ mb: 4 }}>
            Not saved: some fields need mending. They are marked below.
          </Alert>
        )}
        {trouble}
        <SpanPreview />
        <Part title="What it is">
          <TextInput name="title" label="Title" />
          <TextInput name="shows" label="What one sees" multiline />
          <TextInput name="teaches" label="What it teaches" multiline />
          <Row>
            <ChoiceInput name="topic" label="Topic" options={TOPICS} />
            <ChoiceInput name="station" label="Station" options={STATIONS} />
            <NumberInput name="intensity" label="Intensity, 1 to 5" />
            <NumberInput name="guessOdds" label="How often it works, 0 to 1 (your guess)" />
          </Row>
          <Row>
            <NumberInput name="helpers" label="Helpers on stage" />
            <NumberInput name="volunteers" label="Volunteers" />
            <NumberInput name="showings" label="Showings" />
            <NumberInput name="retries" label="Retries allowed" />
          </Row>
          <Row>
            <DurationInput name="furtherS" label="A further showing" />
            <DurationInput name="retryS" label="A retry" />
            <DurationInput name="coverS" label="The cover line" />
            <TextInput
              name="coverLine"
              label="What you say when it fails for good"
              sx={{ gridColumn: { md: 'span 2' } }}
            />
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
            <ChoiceInput name="hazards" label="Hazards" options={HAZARDS} multiple />
            <ChoiceInput name="skills" label="Skills needed on stage" options={SKILLS} multiple />
          </Row>
          <LinesInput name="cautions" label="Cautions" />
          <LinesInput name="ppe" label="What is worn, and by whom" />
        </Part>
        <Part title="Parameters">
          <Parameters />
        </Part>
        <Part title="Variants">
          <Variants />
        </Part>
        <Part title="Must hold before doors">
          <Conditions />
        </Part>
        <Part title="Known faults">
          <Faults />
        </Part>
        <Button type="submit" variant="contained" disabled={saving} sx={{ mb: 10 }}>
          Save
        </Button>
      </Box>
    </FormProvider>
  );
}

/** What goes on instead if this demo is a no-go. */
function StandBy({ id }: { id: string }) {
  const demos = useDocuments('demos').data ?? [];
  return (
    <ChoiceInput
      name="standByDemoId"
      label="Stand-by demo"
      empty="none"
      options={demos.filter((d) => d.id !== id).map((d) => ({ value: d.id, label: d.body.title }))}
    />
  );
}

/** How long the steps take together, while one types. */
function Total() {
  const demo = useWatch<Demo>() as Demo;
  const { bestS, likelyS, worstS } = stepsTiming(demo);
  return (
    <Typography sx={{ color: 'secondary.main' }}>
      {formatDuration(likelyS)} ({formatDuration(bestS)} to {formatDuration(worstS)})
    </Typography>
  );
}

const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <Box component="section" sx={{ mb: 8, display: 'grid', gap: 3 }}>
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
  steps: [{ id: 's1', kind: 'say', text: '', bestS: 20, likelyS: 30, worstS: 60 }],
});
