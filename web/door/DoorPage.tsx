import { declare, type Here, type Joined } from '@hearty/core';
import { Alert, Box, Button, Typography } from '@mui/material';
import { FieldIn } from '../kit/fields';
import { KeepLineField } from '../kit/KeepLineField';
import { useEnter, useHere, useJoin, useLeave } from '../session/access';
import { opensAlone } from '../session/here';

const CODE = { code: declare.title('Code') };
const PASSPHRASE = { passphrase: declare.secret(200, 'Passphrase') };

/** The door of the house: a code lets a screen into one show; the passphrase lets the troupe plan. */
export function DoorPage({ first, code, to }: { first: 'join' | 'enter'; code: string; to: string }) {
  const join = useJoin(({ role, runId }) => {
    if (role !== 'viewer') location.assign(`/${role}/${runId}`);
  });
  const enter = useEnter(() => location.assign(to));
  const here = useHere();
  if (join.data?.role === 'viewer') return <Looking joined={join.data} />;
  const parts = [
    <Part
      key="join"
      title="Join a show"
      message="The code stands on the Live page of the show, on the laptop that plans it."
    >
      <KeepLineField<{ code: string }>
        fields={CODE}
        start={{ code }}
        keep="Join"
        onKeep={(body) => join.mutate(body)}
      >
        <FieldIn name="code" autoFocus={first === 'join'} sx={{ flex: '1 1 180px' }} />
      </KeepLineField>
      {join.error && <Alert severity="error">{join.error.message}</Alert>}
      {!opensAlone() && <KeepTheTab />}
    </Part>,
    <Part
      key="enter"
      title="Plan with the troupe"
      message={
        here.data?.passphrase === false
          ? 'Planning from other machines is not open: set a passphrase on the machine Hearty Stage runs on.'
          : 'The troupe’s passphrase opens everything.'
      }
    >
      {here.data?.passphrase !== false && (
        <KeepLineField<{ passphrase: string }>
          fields={PASSPHRASE}
          start={{ passphrase: '' }}
          keep="Enter"
          onKeep={(body) => enter.mutate(body)}
        >
          <FieldIn name="passphrase" autoFocus={first === 'enter'} sx={{ flex: '1 1 180px' }} />
        </KeepLineField>
      )}
      {enter.error && <Alert severity="error">{enter.error.message}</Alert>}
    </Part>,
  ];
  return (
    <Box component="main" sx={{ maxWidth: 520, mx: 'auto', p: { xs: 4, sm: 8 }, display: 'grid', gap: 8 }}>
      <title>Join · Hearty Stage</title>
      <Typography variant="h1">Hearty Stage</Typography>
      {here.error && <Alert severity="error">{here.error.message}</Alert>}
      {here.data?.keyed && !here.data.plans && (
        <Alert severity="info">
          On the machine itself, open the address that the start command printed: it holds the owner’s key.
        </Alert>
      )}
      {here.data && !here.data.here && <Inside here={here.data} />}
      {first === 'join' ? parts : parts.reverse()}
    </Box>
  );
}

const Part = ({
  title,
  message,
  children,
}: {
  title: string;
  message: string;
  children: React.ReactNode;
}) => (
  <Box component="section" aria-label={title} sx={{ display: 'grid', gap: 3 }}>
    <Typography variant="h2">{title}</Typography>
    <Typography>{message}</Typography>
    {children}
  </Box>
);

/** A device that is in: where to, and how it is let out again. */
function Inside({ here: { plans, runs } }: { here: Here }) {
  const leave = useLeave(() => location.reload());
  if (!plans && runs.length === 0) return null;
  return (
    <Part title="This device is in" message={plans ? 'It plans with the troupe.' : 'It shows:'}>
      {runs.map(({ runId, role }) => (
        <Button key={runId} variant="outlined" href={`/${role === 'viewer' ? 'wall' : role}/${runId}`}>
          Back to its screen
        </Button>
      ))}
      <Button sx={{ justifySelf: 'start' }} disabled={leave.isPending} onClick={() => leave.mutate()}>
        Sign this device out
      </Button>
      {leave.error && <Alert severity="error">{leave.error.message}</Alert>}
    </Part>
  );
}

/** On plain http from another machine browsers keep no page to start from. */
const KeepTheTab = () => (
  <Alert severity="info">
    At this address the browser keeps no copy of the page, and cannot keep the screen awake. Once you are in,
    keep its tab open through the show, and set the device not to sleep: it goes on without the server, but to
    load it again needs it.
  </Alert>
);

/** Who only looks on may take either screen. */
const Looking = ({ joined: { runId, title } }: { joined: Joined }) => (
  <Box component="main" sx={{ maxWidth: 520, mx: 'auto', p: { xs: 4, sm: 8 }, display: 'grid', gap: 4 }}>
    <title>Join · Hearty Stage</title>
    <Typography variant="h1" sx={{ overflowWrap: 'anywhere' }}>
      {title}
    </Typography>
    <Typography>You have joined as a viewer. Which screen is this?</Typography>
    <Button variant="contained" size="large" href={`/wall/${runId}`}>
      The wall clock
    </Button>
    <Button variant="outlined" size="large" href={`/crew/${runId}`}>
      One of the crew, or the narrator
    </Button>
  </Box>
);
